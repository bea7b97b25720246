/** Names of the placeholders of a text: `{late}` is `late`. */
type Placeholders<T extends string> = T extends `${string}{${infer Name}}${infer Rest}`
  ? Name | Placeholders<Rest>
  : never

/** What stands in the places of a text: as it is shown, or a plain count. */
type Parts<T extends string> = [Placeholders<T>] extends [never]
  ? []
  : [parts: Readonly<Record<Placeholders<T>, string | number>>]

/**
 * What gives the texts of a topic by their ids, with whatever stands in their places; the compiler names an id without
 * text, and a place that is left empty. Figures come as the one formatter shows them. A text of several lines is one.
 */
export const wordsOf =
  <const T extends Readonly<Record<string, string>>>(texts: T) =>
  <K extends keyof T & string>(id: K, ...[parts]: Parts<T[K]>): string =>
    texts[id]!.replace(/\n\s*/g, ' ').replace(/\{(\w+)\}/g, (whole, name: string) =>
      String((parts as Readonly<Record<string, string | number>> | undefined)?.[name] ?? whole),
    )
