/**
 * What stands beside a part of a drawing that was touched: its figures, where it stands.
 *
 * @param quiet the part itself stays in hand; else the first of its figures is
 */
export function entryAt(event: Event, title: string, paths: readonly string[], quiet: boolean) {
  const box = (event.currentTarget as Element).getBoundingClientRect()
  return { title, paths, x: box.x + box.width / 2, y: box.y + box.height / 2, quiet }
}
