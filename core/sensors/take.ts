/** What decides when things happen in one take, SI; the mean take has the set-up's own figures. */
export interface TakeInputs {
  speed: number
  subjectDistance: number
  sensorPosition: number
  sensorOffset: number
  temperatureC: number
  crackSpeed: number
  /** m/s of a knock in what a vibration sensor stands on. */
  waveSpeed: number
  /** Factor on the time from the reference to the moment. */
  phaseScale: number
  /** Share of its speed that what flies loses in what it goes through. */
  speedLost: number
}

/** When things happen in one take. */
export interface TakeTimes {
  /** s after the action starts; null where it never happens. */
  impact: number | null
  apex: number | null
  /** When the sensor's place is reached by what it answers to, before its own latency. */
  sensed: number | null
  /** What the sensor heard first, where it listens. */
  heard: 'report' | 'shock' | 'impact' | 'floor' | 'bounce' | null
  /** When what the moment is timed from happens; null where it never does, or the moment is a place. */
  reference: number | null
  moment: number | null
}
