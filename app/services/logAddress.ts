import type { LocationQuery, LocationQueryRaw } from 'vue-router'
import { RECIPES } from '~~/core'
import type { LogQuery } from '~~/shared/schemas/log'
import { isDate } from '~~/shared/schemas/dates'
import { VERDICTS } from '~~/shared/takes/input'

/** How takes are shown. */
type LogView = 'list' | 'sheet'

const ORDERS = ['newest', 'oldest', 'shortest', 'longest'] as const
const oneOf = <T extends string>(list: readonly T[], value: unknown): T | undefined => list.find(one => one === value)

/** What an address asks of the log; what it names that is none is left out. */
export function askedIn(address: LocationQuery): { query: Partial<LogQuery>; shown: LogView } {
  const text = (name: string): string => (typeof address[name] === 'string' ? address[name].slice(0, 120) : '')
  return {
    query: {
      order: oneOf(ORDERS, address.order) ?? 'newest',
      shoot: text('shoot'),
      recipe: text('recipe')
        .split(',')
        .flatMap(one => oneOf(RECIPES, one) ?? []),
      from: isDate(text('from')) ? text('from') : '',
      to: isDate(text('to')) ? text('to') : '',
      verdict: oneOf(VERDICTS, address.verdict),
      keepers: address.keepers === '1',
      pictures: address.pictures === '1',
      practice: address.practice === '1',
      text: text('text'),
    },
    shown: address.as === 'sheet' ? 'sheet' : 'list',
  }
}

/** What is asked of the log as an address; what is as usual is left out. */
export function askedAs(query: Partial<LogQuery>, shown: LogView): LocationQueryRaw {
  const { order, shoot, recipe, verdict, text, from, to } = query
  const flags = (['keepers', 'pictures', 'practice'] as const).filter(name => query[name] === true)
  const words = Object.entries({ shoot, recipe: recipe?.join(','), verdict, text, from, to }).filter(
    ([, value]) => value,
  )
  return {
    ...(order === 'newest' ? {} : { order }),
    ...Object.fromEntries(words),
    ...Object.fromEntries(flags.map(name => [name, '1'])),
    ...(shown === 'sheet' ? { as: 'sheet' } : {}),
  }
}
