/** Lux on a surface of middle tone at EV 0, ISO 100: the incident meter's constant C = 250. */
const LUX_AT_ZERO = 2.5

/**
 * Light by its name, EV at ISO 100, as exposure guides have long printed it; each within a stop or two of any one
 * place.
 */
const ROOMS: readonly [names: RegExp, ev: number][] = [
  [/^(bright |full )?(sun|sunshine|sunlight)$/, 15],
  [/^(hazy|weak) (sun|sunshine|sunlight)$/, 14],
  [/^(daylight|day light|bright daylight|hazy daylight)$/, 14],
  [/^((in )?(the |open )?shade|open shade|overcast|cloudy|overcast day)$/, 12],
  [/^(sunset|sundown)$/, 9],
  [/^(window light|by a window)$/, 9],
  [/^(bright room|shop|sports hall|gym)$/, 8],
  [/^(office|lit room|work light|work lights)$/, 7],
  [/^(living room|home|evening at home)$/, 5],
  [/^(dusk|twilight|dawn)$/, 4],
  [/^(dim room|dim)$/, 3],
  [/^(candle|candles|candle ?light)$/, 2],
  [/^(door ajar|exit sign)$/, -1],
  [/^((with )?(the )?(curtains (drawn|closed|shut)|blinds (drawn|closed))|drawn curtains)$/, -2],
  [/^(dark room|blinds down|dark|lights out|lights off)$/, -4],
  [/^(blacked out|pitch dark|black)$/, -9],
]

/** EV at ISO 100 that was read out of something else; no meter tells more than hundredths. */
export const readAsEv = (ev: number): { value: number; read: string } => ({
  value: Math.round(ev * 100) / 100,
  read: `read as EV ${Math.round(ev * 10) / 10} at ISO 100`,
})

/** Reads the light of a place: lux, or its name; null for what is neither. */
export function takeRoom(text: string): { value: number; read: string } | null {
  const lux = /^([\d.,]+)\s*(lux|lx)$/i.exec(text)
  const value = lux ? Number(lux[1]!.replace(',', '.')) : null
  const named = ROOMS.find(([names]) => names.test(text.toLowerCase()))
  const ev = value !== null && value > 0 ? Math.log2(value / LUX_AT_ZERO) : named?.[1]
  return ev === undefined ? null : readAsEv(ev)
}
