/**
 * Every key of the interface, and what it does: pages bind from this table (`useBoundKeys`, `pressed`), and the help on
 * `?` prints it, so that neither can have a key that the other has not.
 *
 * A key is written as `keyOf` reads one: the character or the name of the key, after `Ctrl+`, `Shift+` where they are
 * held; two after one another as `g s`.
 */
export interface KeyLine {
  keys: readonly string[]
  /** As it is printed. */
  shown: string
  does: string
}
export type KeyGroup = Readonly<Record<string, KeyLine>>

const line = (shown: string, does: string, ...keys: string[]): KeyLine => ({ keys, shown, does })
const one = (key: string, does: string): KeyLine => line(key, does, key)

const DRAWING = {
  zoomIn: line('+', 'zoom in', '+', '='),
  zoomOut: line('−', 'zoom out', '-'),
  fit: one('0', 'show everything'),
  left: line('←', 'move the view left', 'ArrowLeft'),
  right: line('→', 'move the view right', 'ArrowRight'),
  up: line('↑', 'move the view up', 'ArrowUp'),
  down: line('↓', 'move the view down', 'ArrowDown'),
} as const

export const KEYS = {
  anywhere: { help: one('?', 'show this list'), find: line('/', 'search everything', '/', 'Ctrl+k') },
  goTo: {
    shoots: one('g s', 'shoots'),
    log: one('g l', 'log'),
    kit: one('g k', 'kit'),
    lab: one('g m', 'Lab (measure)'),
    practice: one('g p', 'practice'),
    people: one('g d', 'people and devices'),
    glossary: one('g w', 'glossary (words)'),
  },
  undo: { undo: line('Ctrl Z', 'undo', 'Ctrl+z'), redo: line('Ctrl Shift Z', 'redo', 'Ctrl+Shift+z', 'Ctrl+y') },
  setup: {
    say: one('s', 'type what to set'),
    replay: one('r', 'play or pause the replay'),
    ghosts: one('t', 'show ten takes'),
    picture: one('f', 'enlarge the predicted frame'),
    view: one('v', 'switch the view of the table plan'),
    tab: line(
      '1 … 7',
      'findings, figures, light, methods, tests, lists, takes',
      ...['1', '2', '3', '4', '5', '6', '7'],
    ),
    card: one('p', 'open the dial card to print'),
  },
  block: {
    earlier: line('↑', 'move the set-up up the order', 'ArrowUp'),
    later: line('↓', 'move it down', 'ArrowDown'),
    choose: line('Enter', 'show its details', 'Enter', ' '),
  },
  run: {
    next: line('space', 'mark the call as done', ' ', 'Enter'),
    back: line('Backspace', 'go back a step', 'Backspace'),
    stop: one('q', 'stop: make safe'),
    goOn: one('y', 'continue although a finding says no'),
    fix: one('e', 'open the set-up to fix that finding'),
    dial: one('d', 'dial the proposed delay'),
    correct: one('u', 'correct the last take'),
    cancel: line('Esc', 'leave a correction', 'Escape'),
  },
  judge: {
    early: one('e', 'early'),
    on: one('o', 'on time'),
    late: one('l', 'late'),
    missed: one('n', 'not in frame'),
    misfire: one('m', 'misfire'),
    keeper: one('k', 'keeper'),
    sharp: one('s', 'sharp'),
    exposed: one('x', 'exposed'),
    clean: one('c', 'clean'),
    cause: line('1 … 6', 'why it is no keeper', '1', '2', '3', '4', '5', '6'),
    variant: one('v', 'next variant of the prop'),
    take: one('a', 'log what the picture shows'),
    fill: one('f', 'apply it, to correct first'),
  },
  part: {
    left: line('←', 'move it left; with Shift, ten steps', 'ArrowLeft', 'Shift+ArrowLeft'),
    right: line('→', 'move it right', 'ArrowRight', 'Shift+ArrowRight'),
    up: line('↑', 'move it up', 'ArrowUp', 'Shift+ArrowUp'),
    down: line('↓', 'move it down', 'ArrowDown', 'Shift+ArrowDown'),
    type: line('Enter', 'type its values', 'Enter'),
  },
  drawing: DRAWING,
  strip: {
    zoomIn: DRAWING.zoomIn,
    zoomOut: DRAWING.zoomOut,
    fit: DRAWING.fit,
    left: DRAWING.left,
    right: DRAWING.right,
    shutter: one('1', 'the whole shutter time'),
    action: one('2', 'the action'),
    light: one('3', 'the light'),
  },
  pictures: DRAWING,
} as const satisfies Record<string, KeyGroup>

/** What the groups of keys are called, in the order in which they are read. */
export const KEY_TITLES: Readonly<Record<keyof typeof KEYS, string>> = {
  anywhere: 'Anywhere',
  goTo: 'Go to',
  undo: 'Set-up, sequence and day',
  setup: 'Set-up',
  run: 'Run',
  judge: 'Judging a take',
  block: 'Set-up in the drawing of the day',
  part: 'Selected part of a drawing',
  drawing: 'Table plan and path chart',
  strip: 'Time strip',
  pictures: 'Two pictures (both move together)',
}
