/** Names that follow one another, those past `most` counted: "a, b and 3 more". */
export function named(names: readonly string[], most: number): string {
  const more = names.length - most
  return `${names.slice(0, most).join(', ')}${more > 0 ? ` and ${more} more` : ''}`
}
