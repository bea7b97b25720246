/**
 * Seed of somebody's go, from its number: the next go asks another of the lesson's questions, and two people beside
 * each other have goes of their own.
 */
export function seedOf(person: string, number: number): number {
  let hash = 2166136261
  for (let i = 0; i < person.length; i++) hash = Math.imul(hash ^ person.charCodeAt(i), 16777619)
  return ((hash >>> 8) + number) >>> 0
}
