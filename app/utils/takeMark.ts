/** What a take that is still on its way is called: a, b, c in the order fired. Its number is given by the server. */
export function takeMark(take: { id: string; key: string; number: number; place?: number }): string {
  if (take.id !== take.key) return String(take.number)
  const place = take.place ?? 0
  const letter = String.fromCharCode(97 + (place % 26))
  return place < 26 ? letter : `${letter}${Math.floor(place / 26) + 1}`
}
