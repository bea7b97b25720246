import type { Change } from './paths'
import type { ActionKind, SensorKind, Setup } from './types'

/** Lines that a list has for a sensor of a kind, or for what throws: the first is written, all are recognised. */
interface Lines {
  preparation: readonly string[]
  reset: readonly string[]
}

/** Lines of the preparation list that each kind of sensor brings. */
export const SENSOR_LINES: Readonly<Record<SensorKind, Lines>> = {
  beam: {
    preparation: ['Beam square to the path, tested once by hand', 'Beam at hip height, never at the eyes'],
    reset: ['Beam clear and armed', 'Beam clear, sensor armed'],
  },
  sound: { preparation: ['Microphone on its own stand, not on the table'], reset: ['Microphone armed, nobody speaks'] },
  contact: {
    preparation: ['Contact fixed where it closes, tried once by hand'],
    reset: ['Contact open again, and armed'],
  },
  hand: { preparation: ['Hand switch in reach, pressed once'], reset: ['Hands off the switch until the call'] },
  sight: {
    preparation: ['Whoever presses has a clear view from the front'],
    reset: ['Whoever presses is back at their place'],
  },
  ear: {
    preparation: ['Whoever presses stands where it is heard clearly'],
    reset: ['Whoever presses is back at their place'],
  },
  vibration: {
    preparation: ['Vibration sensor stuck to the table, nothing loose on it'],
    reset: ['Vibration sensor armed, nobody touches the table'],
  },
  phone: { preparation: ['Phone on its stand, calls and alerts off'], reset: ['Phone listening, nobody speaks'] },
}

const THROWER_LINES: Readonly<Partial<Record<ActionKind, Lines>>> = {
  launcher: { preparation: ['Launcher clamped, bore in line with the path'], reset: ['Unloaded and called out'] },
  catapult: { preparation: ['Catapult clamped, its band looked over for tears'], reset: ['Band slack and called out'] },
}

/** Changes that make the lists of a set-up speak of another thing: lines that somebody wrote are left alone. */
function rewritten({ lists }: Pick<Setup, 'lists'>, was: Lines | undefined, now: Lines | undefined): Change[] {
  if (!was || !now || was === now) return []
  return (['preparation', 'reset'] as const).flatMap(name =>
    lists[name].flatMap((item, i): Change[] =>
      was[name].includes(item.text)
        ? [
            { path: `lists.${name}[${i}].text`, value: now[name][0]! },
            ...(item.done ? [{ path: `lists.${name}[${i}].done`, value: false }] : []),
          ]
        : [],
    ),
  )
}

/** What the lists say of the sensor, for another kind of it. */
export const linesForSensor = (setup: Setup, kind: SensorKind): Change[] =>
  rewritten(setup, SENSOR_LINES[setup.sensor.kind], SENSOR_LINES[kind])

/** What the lists say of what throws, for another. */
export const linesForThrower = (setup: Setup, kind: ActionKind): Change[] =>
  rewritten(setup, THROWER_LINES[setup.action.kind], THROWER_LINES[kind])
