import type { CautionId } from '../../core'

/** What is said after every list of cautions: local law and licensed practice come first. */
export const LAW = 'Follow the law and the rules where you work, and leave licensed work to licensed people.'

/** What each caution is called, and what it says. */
export const CAUTION_TEXTS: Readonly<Record<CautionId, { title: string; text: string }>> = {
  projectile: {
    title: 'Projectiles',
    text:
      'Know the local law on air guns and launchers. A backstop that holds and no one beyond it; ricochets ' +
      'happen, so everyone is behind cover. Eye protection for all, at all times. Load only on the call, which one ' +
      'person gives; unload before anyone moves.',
  },
  shards: {
    title: 'Glass, ceramics, shards',
    text: 'Eye protection, gloves, sheets on the floor, shoes. With the lights on, sweep before anyone walks about.',
  },
  laser: {
    title: 'Lasers',
    text:
      'For a laser beam: class 2 or lower, never at eye height, never into the lens: it destroys camera sensors ' +
      'and damages eyes. Switch it off between takes.',
  },
  water: {
    title: 'Water and electricity',
    text:
      'Mains heads and power strips away from the splash, residual-current protection, battery units bagged, ' +
      'hands dry.',
  },
  dust: {
    title: 'Dust',
    text:
      'Cocoa, starch and other fine powders can explode in the air. No flame, hot lamp or spark; air the ' +
      'room; wear a mask. Mains flash heads are ignition sources.',
  },
  spark: {
    title: 'Spark flash',
    text: 'Air-gap and home-made flashes hold a lethal voltage: licensed or trained people only.',
  },
  flicker: {
    title: 'Flicker',
    text: 'Pops at about 3 to 60 per second can trigger seizures. Ask everyone, warn the room.',
  },
  dark: {
    title: 'Dark room',
    text: 'Tape the cables, give everyone a fixed place, and call “lights” before switching on.',
  },
  people: {
    title: 'People',
    text:
      'Consent and a rehearsal, nothing hard, sharp or hot thrown at anybody, warm water, a towel; nothing aimed at ' +
      'the mouth or eyes; ask about latex allergy; minors with a guardian.',
  },
  hearing: {
    title: 'Hearing',
    text: 'Shots, popping large balloons and bursting vessels are loud at close range: wear ear protection.',
  },
}
