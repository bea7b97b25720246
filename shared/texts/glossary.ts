/** A term of the trade, or of ours. */
export interface GlossaryEntry {
  term: string
  /** Other names of it. */
  also?: string
  /** What it is. */
  is: string
  /** Where Epiro uses it, or how one finds one's own figure. */
  here: string
}

const entry = (term: string, is: string, here: string, also?: string): GlossaryEntry => ({
  term,
  is,
  here,
  ...(also === undefined ? {} : { also }),
})

/** Terms of the trade and of ours, each in two sentences; docs/glossary.md and the page are made from it. */
export const GLOSSARY: readonly GlossaryEntry[] = [
  entry(
    'Aperture',
    'The opening of the lens, as a fraction of its focal length: f/8 is an eighth. Each full stop halves ' +
      'the light and deepens what is sharp.',
    'It pays for depth of field with light; the exposure desk (Light) trades it against power, distance and ISO.',
  ),
  entry(
    'Background',
    'What is behind the subject in the picture. White wants light of its own; black wants distance or flags.',
    'Light shows how many stops over or under mid grey it will come out, brightest and darkest part.',
    'ground in set-up files',
  ),
  entry(
    'Backstop',
    'What stops a projectile behind the subject. It must hold what the object still carries after the ' +
      'subject, and nobody stands beyond it.',
    'Figures shows the energy at the subject; the table plan draws the backstop and the danger zone.',
  ),
  entry(
    'Beam',
    'A thin line of light from a sender to a receiver, which answers when something blocks it. It sees ' +
      'what passes one place.',
    'Its distance from the start sets the delay; its width and shortest block say what it can miss.',
    'light barrier',
  ),
  entry(
    'Beam block',
    'How long the object keeps the beam dark: its length and the beam’s width, over its speed. A sensor ' +
      'that needs longer misses it.',
    'Entered as a measurement it gives the speed at the beam.',
  ),
  entry(
    'Bracketing',
    'Firing a row of takes at delays a fixed step apart until the moment is among them. Safe and dear in props.',
    'Run shows where bracketing would stand beside its own proposal, which learns from each take.',
    'the ladder',
  ),
  entry(
    'Buffer',
    'Frames a camera can hold before it must stop and write. A burst longer than that has a hole in it.',
    'By burst, Run counts the frames that are left.',
  ),
  entry(
    'Burst',
    'A row of frames at the camera’s fastest rate, without a sensor. What counts is how often a frame ' +
      'falls into the window.',
    'Choose “Fired by: a burst”; the chance follows from frame rate and window.',
  ),
  entry(
    'Card',
    'A white or silver sheet that throws light back on the shadow side, or into glass. A black one takes ' +
      'light away: a flag.',
    'Place it in Light; what it adds at the front, the edge and the background is counted.',
    'reflector',
  ),
  entry(
    'Cause',
    'Why a take is no keeper: too early, blurred, too dark, doubled, not in frame. One take may have two; the graver ' +
      'leads.',
    'Run asks for it with keys 1 to 6 and reads the rest from the verdict; Answers counts causes by recipe and month.',
  ),
  entry(
    'Chain',
    'Everything between the event and the light: sensor, controller, link, flash or camera. Each link ' +
      'adds a latency and a jitter.',
    'The time strip draws it lane by lane; a control shot gives the whole of it in one reading.',
  ),
  entry(
    'Circle of confusion',
    'The largest blur spot on the sensor that still looks sharp in the print. A thirtieth of a millimetre ' +
      'is usual for full frame.',
    'Left empty it is the sensor’s diagonal over 1500; it sets the depth of field.',
  ),
  entry(
    'Control shot',
    'One cheap take before the first real one, at the planned delay, with a marker in place of the prop. ' +
      'Where the object stands tells speed and delay at once.',
    'Tests lists it; enter how far past the entry face the object was.',
  ),
  entry(
    'Controller',
    'The box that waits: it takes the sensor’s signal and fires after the delay you dial. It has a step, ' +
      'a longest delay and a hold-off.',
    'Kit holds its figures; the dial card rounds to its step.',
    'trigger, timer',
  ),
  entry(
    'Curtain travel',
    'How long one shutter curtain takes across the sensor, some 3 ms. Past the sync speed it leaves a dark band.',
    'The Lab reads it from two frames past the sync speed.',
  ),
  entry(
    'Delay',
    'What you dial: the time the controller waits after the sensor has answered. It makes the picture ' +
      'happen at the moment.',
    'The dial card shows it large; after a few takes it shows the one they point to.',
  ),
  entry(
    'Depth of field',
    'How far in front of and behind the focus things are still sharp. Close up it is millimetres.',
    'Enter how much you want; the plan says at which aperture you have it.',
  ),
  entry(
    'Dial card',
    'One card with all that is set by hand: delay, powers, aperture, ISO, shutter, distances. It is what ' +
      'goes to the set.',
    'It stands at the right of a set-up, prints on one page, and opens on a phone.',
  ),
  entry(
    'Diffraction',
    'Light spreads at a small aperture, so that beyond some f-number stopping down makes everything ' +
      'softer. The blur grows with the f-number.',
    'A finding says when it costs more sharpness than the depth gains.',
  ),
  entry(
    'Drag',
    'What air takes from a moving object’s speed. A light wide thing slows within a metre, a steel ball hardly.',
    'Drag coefficient, size and mass are inputs; a measured loss per metre replaces them.',
  ),
  entry(
    'Entry face, exit face',
    'The side of the subject that the object reaches first, and the one it leaves by. Distances in the ' +
      'picture are counted from the entry face.',
    'The moment of a projectile is a distance past the entry face.',
  ),
  entry(
    'EV',
    'Exposure value: light by powers of two, one EV being one stop. At ISO 100, EV 0 is one second at f/1.',
    'Room light is entered in it; so is every error of exposure.',
    'exposure value',
  ),
  entry(
    'Evidence',
    'Something seen or measured, with its uncertainty and how things stood then. Every figure that ' +
      'depends on it follows.',
    'Add it under Measurements; what does not fit the rest is asked about.',
    'measurement',
  ),
  entry(
    'Exposure desk',
    'A row of levers that each change the light: power, distance, aperture, ISO, modifier. Pull one, and ' +
      'another pays.',
    'In Light; every trade is shown in stops.',
  ),
  entry(
    'Fall-off',
    'Light from a small source falls to a quarter at twice the distance. A near light is strong on the ' +
      'front and weak behind.',
    'The table plan draws lines of equal light one stop apart.',
    'inverse-square law',
  ),
  entry(
    'First and second curtain',
    'The shutter’s two blinds: the first opens, the second closes. Flash on the first freezes the start ' +
      'of what ambient light then smears, on the second its end.',
    'Sequences say which curtain the pops are timed to.',
  ),
  entry(
    'Flag',
    'Something black that keeps light from where it is not wanted: the lens, the background. It is the ' +
      'cheapest cure of spill.',
    'A finding on spill offers to place one.',
  ),
  entry(
    'Flash duration',
    'How long a flash is bright. It is what freezes: the shorter, the less the object moves while it is lit.',
    'Enter the maker’s t.5 or t.1 by power in Kit, or measure it in the Lab.',
  ),
  entry(
    'Focal-plane shutter',
    'Two curtains in front of the sensor. Up to the sync speed there is an instant with all of it open.',
    'Set it per camera; leaf, rolling and global shutters count otherwise.',
  ),
  entry(
    'Frame without flash',
    'A test frame shot as the take will be, flash off. It must be black, or the room will be in the picture.',
    'Tests, Black frame; the Lab reads the room’s light from it.',
    'black frame',
  ),
  entry(
    'Global shutter',
    'A sensor that starts and ends all rows at once. It has no sync speed worth the name.',
    'Choose it as the camera’s shutter type.',
  ),
  entry(
    'Guide number',
    'A flash’s strength: distance times f-number for a correct exposure, at ISO 100 and full power. 28 m ' +
      'lights f/8 at 3.5 m.',
    'In Kit, in metres or feet; what your modifiers take is entered beside it.',
    'GN',
  ),
  entry(
    'Head',
    'What stands in front of the flash tube: nothing, a grid, a snoot, an umbrella, a softbox. It sets ' +
      'the size of the light and how far it spreads.',
    'Each light has one; large heads near the subject are counted by their parts.',
  ),
  entry(
    'High-speed sync',
    'The flash flickers through the whole travel of a fast shutter. It lights every row, costs two stops ' +
      'and more, and freezes nothing by itself.',
    'A flag at each light; the plan then counts the shutter as what freezes.',
    'HSS',
  ),
  entry(
    'Hold-off',
    'How long the controller ignores its sensor after it has fired. It keeps echoes, bounces and the flash’s own ' +
      'bang from firing it again.',
    'Enter it with the controller; findings say when a bounce comes later.',
    'lock-out',
  ),
  entry(
    'Jitter',
    'How much a latency differs from take to take. Nothing you dial takes it away.',
    'It is part of the scatter; the figures say which part is the largest.',
  ),
  entry(
    'Keeper',
    'A take that is kept: on time, sharp enough, rightly lit, and good to look at. The plan ends when ' +
      'there are as many as you want.',
    'Log it with k in Run; the chance of one stands on the dial card.',
  ),
  entry(
    'Latency',
    'How long a device takes to do its part, the same each time. It is subtracted from the delay.',
    'Typical figures are assumed and marked; a control shot gives the chain’s.',
  ),
  entry(
    'Leaf shutter',
    'Blades in the lens that open from the middle. It syncs at every speed, and at the fastest the edges ' +
      'of the pupil come late.',
    'Choose it as the camera’s shutter type.',
  ),
  entry(
    'Link',
    'How the signal gets to flash or camera: cable, radio or light. A radio adds a fraction of a ' +
      'millisecond to a few.',
    'Choose it in the set-up; its latency and jitter come from Kit or are assumed.',
  ),
  entry(
    'Mark',
    'The place in the picture where the object is wanted. Verdicts are given by how far past it the object stands.',
    'Run draws it over the picture with the window.',
  ),
  entry(
    'Method',
    'What freezes, and how the shutter stands: open in the dark, in sync with the flash, or so fast that ' +
      'it freezes itself.',
    'Methods shows all three side by side for your set-up.',
  ),
  entry(
    'Moment',
    'What is to be seen: the ball just out, the skin half open, the crown at its height. It is a place on ' +
      'the path, or a time after an event.',
    'Choose it by name, then make it your own with offset and window.',
  ),
  entry(
    'Monte Carlo',
    'Playing something many times with everything that may vary drawn by chance. It shows what a formula cannot.',
    '“Ten takes” and the numbers of props are played.',
  ),
  entry(
    'Motion blur',
    'How far the object moves while it is lit. Half a millimetre at the subject is sharp in most prints.',
    'The figure “streak” and its limit; see streak.',
  ),
  entry(
    'Named gear',
    'A launcher, mixture, skin, hand or flash in Kit, whose takes or readings are kept together over the days.',
    'Kit shows what they have shown day by day; a new set-up with it starts from that instead of a typical figure.',
    'gear that remembers',
  ),
  entry(
    'No-go, Warning, Note',
    'How grave a finding is. A No-go leaves no keeper, a Warning costs some, a Note is good to know.',
    'Findings are listed in that order, with fixes that can be tried.',
  ),
  entry(
    'On time',
    'The verdict on a take whose moment lies within the window. Early shows too little, late too much.',
    'e, o and l in Run.',
  ),
  entry(
    'Open shutter',
    'The shutter stands open in a dark room and the flash alone makes the picture. Its lag no longer matters.',
    'A method; the room must be black for as long as it is open.',
  ),
  entry(
    'Optical slave',
    'A flash that fires when it sees another. It adds some 30 µs, and answers to any flash in the room.',
    'A light’s “Fired by”; findings say when it cannot see its leader.',
  ),
  entry(
    'Path',
    'The line along which the object moves. All distances of sensor, subject and backstop are counted ' +
      'along it from the start.',
    'The table plan and the path chart share it as their axis.',
  ),
  entry(
    'Posterior',
    'The best estimate of a figure after the measurements: a value and its uncertainty. More measurements narrow it.',
    'Rows with evidence show it beside what you entered.',
  ),
  entry(
    'Practice bench',
    'A simulated rig with figures of its own, which Epiro’s plan cannot see. It fires, photographs and misfires as a ' +
      'real one does.',
    'Practice has exercises on it; a set-up of your own can be rehearsed on it.',
  ),
  entry(
    'Predicted frame',
    'The picture the plan will give, computed ray by ray from lights, lens, pulses and shutter.',
    'Top right of a set-up; it can be enlarged, shown by light, and saved.',
  ),
  entry(
    'Press lead',
    'By hand: how long before the moment you press, so that it is met. Reaction and shutter lag are in it.',
    'It stands where the delay would on the dial card.',
  ),
  entry(
    'Prop',
    'What a take uses up: a balloon, a cracker, a glass of tea. Its stock sets how many takes there are.',
    'Enter what is at hand; the plan says how many you need to be sure.',
  ),
  entry(
    'Pulse',
    'The light of one flash over time: a steep rise and a tail. Its tail draws the ghost behind a moving edge.',
    'The time strip magnifies it; the Lab reads it from a photodiode’s trace.',
  ),
  entry(
    'Pupil ratio',
    'The width of a lens’s exit pupil divided by that of its entrance pupil. Close up it changes exposure and depth.',
    '1 for most lenses; macro lenses have it in their data sheet.',
  ),
  entry(
    'Reach of a sensor',
    'What a sensor answers to at all: the threshold lies between the loudest false sound and the quietest real one.',
    'Enter both on the sensor’s own meter; the chance that it fires follows.',
    'threshold',
  ),
  entry(
    'Recipe',
    'A kind of subject with all that is typical of it: what moves, its moments, light, spreads, lists and cautions.',
    'A new set-up starts from one; everything in it can be changed.',
  ),
  entry(
    'Recycle',
    'How long a flash needs to charge again. At low power it is a fraction.',
    'In Kit with the power it was measured at; sequences and bursts ask for it.',
  ),
  entry(
    'Rehearsal',
    'A run without props, on the practice bench, whose true figures are hidden until they are revealed.',
    'Practice; the bench speaks to Run as a real rig does.',
  ),
  entry(
    'Rim light',
    'A light from behind that draws the subject’s edge. It exposes nothing that faces the camera.',
    'A light’s role; findings tell when it reaches the lens.',
  ),
  entry(
    'Rolling shutter',
    'A sensor that is read row by row. A flash lights only the rows that are open, and moving things lean.',
    'Enter the read-out time; findings show the band.',
    'electronic shutter',
  ),
  entry(
    'Room light',
    'Light that is there without the flash: a window, a lamp, a screen. In an open-shutter take it must ' +
      'leave the frame black for as long as the shutter is open.',
    'Enter it as EV, as lux or as “dim room”; a test frame without flash tells it exactly (Tests, Black frame).',
    'ambient light',
  ),
  entry(
    'Sample',
    'A file made by Epiro with known true figures, for trying a tool of the Lab.',
    'Every tool opens on one.',
  ),
  entry(
    'Scatter',
    'How much the moment moves from take to take, all parts together. It decides how many takes a keeper costs.',
    'The figure “spread”; takes measure it.',
    'spread',
  ),
  entry(
    'Shutter lag',
    'From the signal to the first curtain: some 40 ms and more in most cameras, with a jitter of its own.',
    'The Lab’s screen clock measures it; an open shutter avoids it.',
  ),
  entry(
    'Spill',
    'Light that falls where it should not, mostly on a black background. Grids, flags and nearness cure it.',
    'Light shows it in stops; fixes place a flag or bring the light nearer.',
  ),
  entry(
    'Stage',
    'How far a set-up is: planned, tested, calibrated by takes, shot.',
    'Shown as four boxes on the board of shoots.',
  ),
  entry(
    'Stand-in',
    'Something of the subject’s size and tone that stands in its place while focus and light are set.',
    'Tests use it for focus and exposure.',
  ),
  entry(
    'Stated chance',
    'The chance of a keeper that Epiro gave for a take before it was fired.',
    'It is stored with the take; Answers compares what was stated with what was kept.',
  ),
  entry(
    'Stop',
    'A factor of two in light: one more doubles it. Nothing else is called so here.',
    'Errors, powers and differences are told in it.',
  ),
  entry(
    'Streak',
    'The line a moving point draws while the flash is bright. Its core is the sharp part, its tail the ghost.',
    'The figure “streak”; the limit is yours.',
    'motion blur',
  ),
  entry(
    'Sync speed',
    'The fastest shutter at which a flash still lights the whole frame: 1/200 or 1/250. Past it a curtain ' +
      'stands in the picture.',
    'In Kit; what your flash’s length leaves of it is computed.',
  ),
  entry(
    't.1 and t.5',
    'Two ways to state a flash’s duration: the time above a tenth, and above half of its peak. t.1 is ' +
      'what shows; it is about three times t.5 for a plain discharge.',
    'Enter either; the other follows by kind of flash and is marked assumed.',
  ),
  entry(
    'Take',
    'One firing with all that was set for it, and what came of it.',
    'Logged in Run or under Takes; it can be corrected, and struck out, never lost.',
  ),
  entry(
    'Tear speed',
    'How fast the edge of a skin runs back: some 250 m/s for stretched rubber, 5 to 15 m/s for a soap film.',
    'Recipes with a skin ask for it; a control shot measures it.',
  ),
  entry(
    'Tether',
    'A cable from camera to computer by which each picture arrives as it is shot.',
    'epiro watch attaches each to its take.',
  ),
  entry(
    'Uncertainty',
    'How far a figure may be off, the same in every take. A test narrows it; more takes at one delay do not.',
    'Shown as ± at each row; “Measure next” says which to narrow first.',
    'error',
  ),
  entry(
    'Variant',
    'One of several ways to make a prop: a mix, a fill, a thickness.',
    'Note it with the take, so that they can be compared.',
  ),
  entry(
    'Verdict',
    'What a take showed: early, on time, late, not in the frame, or a misfire.',
    'One key each in Run; the picture proposes one.',
  ),
  entry(
    'Window',
    'How far off the moment may be and still make a keeper, before and after. A wide one is cheap.',
    'Four figures at the moment: in distance where the object passes, else in time.',
  ),
  entry(
    'Working aperture',
    'What the lens really lets through close up: its extension costs light. At life size two stops.',
    'Counted in every exposure.',
    'effective f-number',
  ),
]
