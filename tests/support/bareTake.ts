import type { TakeInput } from '../../shared/takes/input'

/** A take of which nothing is said but that it was fired, and called late. */
export const bareTake = (key: string): TakeInput => ({
  key,
  delay: 0.018,
  verdict: 'late',
  keeper: false,
  position: null,
  note: '',
  planned: null,
  sharp: null,
  exposed: null,
  clean: null,
  cause: null,
  alsoCause: null,
  variant: null,
  said: null,
  settings: null,
  firedAt: '2026-11-24T18:00:01.000Z',
})
