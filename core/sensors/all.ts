import type { SensorKind, Setup } from '../setup/types'
import { beam } from './beam'
import { contact } from './contact'
import type { SensorFacts } from './facts'
import { hand } from './hand'
import { ear, sight } from './people'
import { phone } from './phone'
import { sound } from './sound'
import { vibration } from './vibration'

/** Every kind of sensor; the compiler names one that is missing. */
export const SENSOR: Readonly<Record<SensorKind, SensorFacts>> = {
  beam,
  sound,
  contact,
  hand,
  sight,
  ear,
  phone,
  vibration,
}

/** The facts of a set-up's sensor. */
export const sensorOf = ({ sensor }: Pick<Setup, 'sensor'>): SensorFacts => SENSOR[sensor.kind]
