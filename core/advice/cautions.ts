import { assess } from '../plan/assess'
import { sensorOf } from '../sensors/all'
import { shoots } from '../defaults/typical'
import { traitsOf } from '../recipes/all'
import type { RecipeTraits } from '../recipes/facts'
import type { Setup } from '../setup/types'

/** A caution, where it applies. Each ends with the same line, `LAW`. */
export interface Caution {
  id: string
  title: string
  text: string
  /** The calls that must be given before each arm. */
  calls?: readonly string[]
}

/** What is said after every list of cautions: local law and licensed practice come first. */
export const LAW = 'Follow the law and the rules where you work, and leave licensed work to licensed people.'

interface Rule extends Caution {
  applies: (s: Setup) => boolean
}

const filledWith = (s: Setup, ...fillings: Setup['subject']['filling'][]): boolean =>
  traitsOf(s.recipe).tears === true && fillings.includes(s.subject.filling)
const can = (s: Setup, hazard: keyof RecipeTraits['hazards']): boolean => traitsOf(s.recipe).hazards[hazard] === true
/** Whether pops follow each other at a rate that can trigger seizures, 3 to 60 a second. */
function flickers(s: Setup): boolean {
  const { closest } = assess(s).sequence ?? { closest: null }
  return closest !== null && closest >= 1 / 60 - 1e-9 && closest <= 1 / 3 + 1e-9
}

const RULES: Rule[] = [
  {
    id: 'projectile',
    title: 'Projectiles',
    calls: ['eyes', 'clear'],
    applies: s => shoots(s.action.kind),
    text:
      'Know the local law on air guns and launchers. A backstop that holds and no one beyond it; ricochets ' +
      'happen, so everyone is behind cover. Eye protection for all, at all times. Load only on the call, which one ' +
      'person gives; unload before anyone moves.',
  },
  {
    id: 'shards',
    title: 'Glass, ceramics, shards',
    applies: s => can(s, 'shatters') || shoots(s.action.kind),
    text: 'Eye protection, gloves, sheets on the floor, shoes. With the lights on, sweep before anyone walks about.',
  },
  {
    id: 'laser',
    title: 'Lasers',
    applies: s => s.trigger === 'sensor' && sensorOf(s).crossed,
    text:
      'For a laser beam: class 2 or lower, never at eye height, never into the lens: it destroys camera sensors ' +
      'and damages eyes. Switch it off between takes.',
  },
  {
    id: 'water',
    title: 'Water and electricity',
    applies: s => can(s, 'wet') || filledWith(s, 'liquid'),
    text:
      'Mains heads and power strips away from the splash, residual-current protection, battery units bagged, ' +
      'hands dry.',
  },
  {
    id: 'dust',
    title: 'Dust',
    applies: s => can(s, 'dust') || filledWith(s, 'powder'),
    text:
      'Cocoa, starch and other fine powders can explode in the air. No flame, hot lamp or spark; air the ' +
      'room; wear a mask. Mains flash heads are ignition sources.',
  },
  {
    id: 'spark',
    title: 'Spark flash',
    applies: s => s.flashes.some(flash => flash.supply === 'spark'),
    text: 'Air-gap and home-made flashes hold a lethal voltage: licensed or trained people only.',
  },
  {
    id: 'flicker',
    title: 'Flicker',
    applies: flickers,
    text: 'Pops at about 3 to 60 per second can trigger seizures. Ask everyone, warn the room.',
  },
  {
    id: 'dark',
    title: 'Dark room',
    applies: s => s.method === 'open-shutter',
    text: 'Tape the cables, give everyone a fixed place, and call “lights” before switching on.',
  },
  {
    id: 'people',
    title: 'People',
    applies: s => can(s, 'people') || s.subject.person,
    text:
      'Consent and a rehearsal, nothing hard, sharp or hot thrown at anybody, warm water, a towel; nothing aimed at ' +
      'the mouth or eyes; ask about latex allergy; minors with a guardian.',
  },
  {
    id: 'hearing',
    title: 'Hearing',
    applies: s => s.action.kind === 'launcher' || can(s, 'loud'),
    text: 'Shots, popping large balloons and bursting vessels are loud at close range: wear ear protection.',
  },
]

/** The cautions that apply to a set-up, in the order of their gravity. */
export function cautionsOf(setup: Setup): Caution[] {
  return RULES.filter(rule => rule.applies(setup)).map(({ applies: _, ...caution }) => caution)
}
