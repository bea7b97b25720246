import { type Evidence, type EvidenceKind, type Setup, assess, evidenceOf } from '../../core'
import { type Random, seededRandom } from '../../core/math/random'
import { type ShotInputs, happen } from '../../core/practice/world/take'
import { known } from '../../core/defaults/typical'

/** What is read of one firing. */
export type Told = Extract<EvidenceKind, 'place' | 'late' | 'speed' | 'interval' | 'beyond' | 'short'>

export interface Draw {
  /** What is read of each firing. */
  kinds: readonly Told[]
  firings: number
  /** Whether all is read of each firing, or each kind of firings of its own. */
  together: boolean
  /** Whether readings of a firing say so. */
  named?: boolean
  /** Where a speed is read, m along the travel; left out: at the sensor. */
  at?: number
}

const NO_EXTRAS = { offAxis: 0, loudness: 1 }

/**
 * A truth as far off the set-up as that says it may be, and what was seen of firings of it: in the practice world,
 * which follows each take event by event and shares no code with the plan or the inference.
 */
export class EvidenceWorld {
  readonly truth: ShotInputs
  private readonly random: Random
  private readonly setup: ReturnType<typeof known>
  private readonly scatter: number
  private readonly used: number
  private readonly jitter: number
  private readonly afterSensor: number
  private readonly latency: number

  constructor(
    readonly entered: Setup,
    seed: number,
  ) {
    this.random = seededRandom(seed)
    this.setup = known(entered)
    const plan = assess({ ...entered, evidence: [] })
    this.used = plan.timing.used ?? 0
    this.jitter = Math.hypot(...plan.stages.map(stage => stage.jitter))
    const { motion, subject, sensor, air, moment } = this.setup
    const mean: ShotInputs = {
      speed: motion.speed,
      subjectDistance: subject.distance,
      sensorPosition: sensor.position,
      sensorOffset: sensor.offset,
      temperatureC: air.temperatureC,
      crackSpeed: subject.crackSpeed,
      waveSpeed: sensor.waveSpeed,
      phaseScale: 1,
      speedLost: subject.speedLost,
    }
    const answered = happen(this.setup, mean, NO_EXTRAS).answered ?? 0
    this.afterSensor = (plan.timing.captured ?? 0) - this.used - answered
    const at = (value: number, sigma: number): number => Math.max(0, value + sigma * this.random.normal())
    this.truth = {
      speed: this.by(motion.speed, motion.speedError),
      subjectDistance: at(subject.distance, subject.distanceError),
      sensorPosition: at(sensor.position, sensor.positionError),
      sensorOffset: at(sensor.offset, sensor.positionError),
      temperatureC: air.temperatureC + air.temperatureError * this.random.normal(),
      crackSpeed: this.by(subject.crackSpeed, subject.crackSpeedError),
      waveSpeed: this.by(sensor.waveSpeed, sensor.kind === 'vibration' ? sensor.waveSpeedError : 0),
      phaseScale: this.by(1, moment.timeError),
      speedLost: Math.min(0.95, this.by(subject.speedLost, subject.speedLost > 0 ? subject.speedLostError : 0)),
    }
    this.scatter = Math.exp(0.5 * this.random.normal())
    this.latency = 0
  }

  private by(mean: number, share: number): number {
    return mean * Math.exp(Math.sqrt(Math.log1p(share ** 2)) * this.random.normal())
  }

  /** s to dial so that the usual firing falls on the moment. */
  wanted(): number | null {
    const { answered, moment } = happen(this.setup, this.truth, NO_EXTRAS)
    return answered === null || moment === null ? null : moment - answered - this.afterSensor - this.latency
  }

  /** One firing, as it happens. */
  private fire() {
    const { motion, subject, moment } = this.setup
    const moves = motion.kind !== 'still' && motion.kind !== 'fall'
    const own = {
      ...this.truth,
      speed: moves ? this.by(this.truth.speed, motion.speedSpread * this.scatter) : this.truth.speed,
      crackSpeed: this.by(this.truth.crackSpeed, subject.crackSpeedSpread * this.scatter),
      phaseScale: this.by(this.truth.phaseScale, moment.timeSpread * this.scatter),
      speedLost: this.by(this.truth.speedLost!, subject.speedLost > 0 ? subject.speedLostSpread * this.scatter : 0),
    }
    const take = happen(this.setup, own, NO_EXTRAS)
    const captured =
      take.answered === null
        ? null
        : take.answered + this.afterSensor + this.latency + this.used + this.jitter * this.random.normal()
    return { own, take, captured }
  }

  private read(
    kind: Told,
    { own, take, captured }: ReturnType<EvidenceWorld['fire']>,
    read: number | undefined,
  ): Partial<Evidence> | null {
    const off = this.random.normal()
    const { moment, sensor } = this.setup
    switch (kind) {
      case 'place':
      case 'beyond':
      case 'short': {
        if (captured === null) return null
        const place = take.path.at(captured).x - own.subjectDistance
        if (kind === 'place') return { value: place + 0.003 * off, error: 0.003, delay: this.used }
        // A mark that stands somewhere about: which side of it the thing was is seen.
        const mark = moment.offset + 0.02 * this.random.normal()
        const beyond = place + 0.003 * off > mark
        return { kind: beyond ? 'beyond' : 'short', value: mark, error: 0.003, delay: this.used }
      }
      case 'late':
        return captured === null || take.moment === null
          ? null
          : { value: captured - take.moment + 0.0005 * off, error: 0.0005, delay: this.used }
      case 'speed': {
        const at = read ?? Math.max(sensor.position, 0.01)
        const crossed = take.path.whenAt(at)
        if (crossed === null) return null
        const { vx, vy } = take.path.at(crossed)
        const value = Math.hypot(vx, vy) * (1 + 0.01 * off)
        return value > 0.01 ? { value, error: 0.01 * Math.max(value, 0.02), at } : null
      }
      case 'interval': {
        const to = moment.reference === 'travel' ? ('impact' as const) : ('moment' as const)
        const end = to === 'impact' ? take.impact : take.moment
        return end === null || end <= 0 ? null : { value: end + 0.0001 * off, error: 0.0001, from: 'start', to }
      }
    }
  }

  /** What was seen. */
  log({ kinds, firings, together, named = together, at }: Draw): Evidence[] {
    const evidence: Evidence[] = []
    for (let i = 0; i < firings; i++) {
      let shot = this.fire()
      for (const kind of kinds) {
        if (!together) shot = this.fire()
        const seen = this.read(kind, shot, at)
        if (!seen) continue
        evidence.push({
          ...evidenceOf(this.entered, { kind, value: 0, ...seen } as Parameters<typeof evidenceOf>[1]),
          id: `e${evidence.length}`,
          firing: named ? `f${i}` : '',
        })
      }
    }
    return evidence
  }
}
