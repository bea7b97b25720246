/** What a number is, so that the edge knows how to parse and print it. */
export type Quantity =
  | 'time'
  | 'shutter'
  | 'length'
  | 'speed'
  | 'mass'
  | 'power'
  | 'aperture'
  | 'iso'
  | 'stops'
  | 'ev'
  | 'angle'
  | 'temperature'
  | 'temperatureDifference'
  | 'share'
  | 'count'
  | 'number'
  | 'pressure'
  | 'rate'
  | 'angleRate'
  | 'perMetre'
  | 'guide'
  | 'energy'
  | 'force'

/** What a number is: quantity, limits and unit. */
export interface NumberFacts {
  type: 'number'
  quantity: Quantity
  min: number
  max: number
  /** Unit a bare number is read in and the value is shown in, where not chosen by size. */
  unit?: string
  integer?: boolean
  /** Marked on gear in its own unit everywhere: shown in that in both systems. */
  marked?: boolean
}
/** A number that may be left open where it is nullable. */
export type NumberField = NumberFacts & { nullable?: boolean }
/** A field of one of some words. */
export interface ChoiceField<O extends string = string> {
  type: 'choice'
  options: readonly O[]
}
/** A field of text. */
export interface TextField {
  type: 'text'
  maxLength: number
  required?: boolean
}
/** A field that is on or off. */
export interface FlagField {
  type: 'flag'
}
/** Any field of a set-up. */
export type Field = (NumberField | ChoiceField | TextField | FlagField) & { id?: string }

/** A field with the id by which its texts are found. */
export type Identified<F = Field, Id extends string = string> = F & { readonly id: Id }

/** A table of fields, each with its id: its key after that of the table. */
export const identified = <const Before extends string, const T extends Readonly<Record<string, object>>>(
  before: Before,
  table: T,
): { readonly [K in keyof T & string]: Identified<T[K], `${Before}${K}`> } =>
  Object.fromEntries(Object.entries(table).map(([key, field]) => [key, { id: `${before}${key}`, ...field }])) as {
    readonly [K in keyof T & string]: Identified<T[K], `${Before}${K}`>
  }

/** The field of a figure of a type: the compiler names one that says anything else of it. */
type FieldOf<V> = [V] extends [boolean]
  ? FlagField
  : [V] extends [number]
    ? NumberFacts & { nullable?: never }
    : [V] extends [number | null]
      ? NumberFacts & { nullable: true }
      : string extends V
        ? TextField
        : [V] extends [string]
          ? ChoiceField<V>
          : never

type Leaf<T, Before extends string> = {
  [K in keyof T & string]: T[K] extends readonly unknown[]
    ? never
    : T[K] extends object
      ? Leaf<T[K], `${Before}${K}.`>
      : [path: `${Before}${K}`, value: T[K]]
}[keyof T & string]

/** The fields of a thing by their dotted paths, each once; its lists hold things of their own. */
export type FieldsFor<T> = FieldsOf<Leaf<T, ''>>
type FieldsOf<Leaves> = {
  readonly [L in Leaves as L extends [infer Path extends string, unknown] ? Path : never]: L extends [string, infer V]
    ? FieldOf<V>
    : never
}
