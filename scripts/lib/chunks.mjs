// @ts-check
// Which modules of the page come in one file. The bundler's own division gives each combination of pages a file of its
// own: forty for a set-up, each asked for in turn. Here what the main pages need is put together by who needs it.

/**
 * @typedef {{ type: string, imported?: Named, exported?: Named, local: Named }} Specifier
 * @typedef {{ name?: string }} Named
 * @typedef {{ type: string, source?: { value?: unknown } | null, specifiers?: Specifier[] }} Statement
 * @typedef {{
 *   importedIds: readonly string[]
 *   exportedBindings?: Record<string, string[]> | null
 *   exports?: string[] | null
 *   ast?: { body: unknown[] } | null
 *   moduleSideEffects?: unknown
 * }} Info
 * @typedef {(id: string) => Info | null} Lookup
 */

/** What begins a page; a page is what its files are reached from. @type {Record<string, RegExp>} */
const PAGES = {
  shell: /\/nuxt\/dist\/app\/entry|\/app\/layouts\/default\.vue$|\/app\/middleware\//,
  shoots: /\/app\/pages\/index\.vue$/,
  log: /\/app\/pages\/log\/index\.vue$/,
  setup: /\/app\/pages\/setups\/\[id\]\/index\.vue$/,
  run: /\/app\/pages\/setups\/\[id\]\/run\.vue$/,
  /** Those that plan nothing. */
  around: /\/app\/pages\/(kit|devices|log\/answers|practice\/index)\.vue$/,
  /** What every page reads once somebody is known: what waits to be sent, the keys, the way out. */
  waiting: /\/app\/stores\/(takes|pictures)\.ts$|\/app\/components\/(people\/SignOut|KeyList|\w+\/Waiting\w+)\.vue$/,
  others: /\/app\/pages\/(?!setups\/\[id\]\/index\.vue$).+\.vue$/,
  /** What a set-up reads ahead. */
  panels:
    /\/(plan\/(\w+Panel|ResultsList|SayLine)|inputs\/InputPanel|takes\/TakeLog|know\/\w+Form|views\/Enlarged\w+)\.vue$/,
}

/**
 * Looks each module up once: the bundler reads a module's text anew whenever its tree is asked for.
 * @param {Lookup} lookup @returns {Lookup}
 */
function rememberedBy(lookup) {
  /** @type {Map<string, Info | null>} */
  const known = new Map()
  return id => {
    const before = known.get(id)
    if (before !== undefined) return before
    const info = lookup(id)
    const body = /** @type {Statement[] | undefined} */ (info?.ast?.body)
    // Of the rest it matters that it is there: trees of two thousand modules are not kept.
    const kept = body?.map(one => (/^(Im|Ex)port/.test(one.type) ? one : { type: one.type }))
    const { importedIds = [], exportedBindings, moduleSideEffects } = info ?? {}
    const found = info && { importedIds, exportedBindings, moduleSideEffects, ast: kept ? { body: kept } : null }
    known.set(id, found)
    return found
  }
}

/** Sources of a module's imports, in the order in which the bundler lists them. @param {Info} info */
function sourcesOf(info) {
  const statements = /** @type {Statement[]} */ (info.ast?.body ?? [])
  const sources = [...new Set(statements.flatMap(({ source }) => (source ? [String(source.value)] : [])))]
  return { statements, ids: new Map(sources.map((source, i) => [source, info.importedIds[i]])) }
}

/**
 * Where a name comes from that a file imports and passes on, as two statements.
 * @param {Statement[]} statements @param {string} name as it is passed on
 */
function passedOn(statements, name) {
  const out = statements
    .filter(({ type, source }) => type === 'ExportNamedDeclaration' && !source)
    .flatMap(({ specifiers }) => specifiers ?? [])
    .find(({ exported }) => exported?.name === name)
  for (const { type, source, specifiers } of statements) {
    const one = type === 'ImportDeclaration' && specifiers?.find(({ local }) => local.name === out?.local.name)
    if (one) return { source: String(source?.value), name: one.imported?.name }
  }
  return null
}

/**
 * Where a name may come from: in the file itself, or in others, whose name it may be passed on under.
 * @param {Info} info @param {string} name
 * @returns {{ from: string | undefined, name: string | undefined, sure: boolean }[]}
 */
function origins(info, name) {
  const { ids, statements } = sourcesOf(info)
  const { '.': own = [], ...others } = info.exportedBindings ?? {}
  const passed = own.includes(name) ? passedOn(statements, name) : null
  if (own.includes(name)) return [{ from: passed ? ids.get(passed.source) : undefined, name: passed?.name, sure: true }]
  return Object.entries(others)
    .filter(([, names]) => names.includes(name) || names.includes('*'))
    .map(([source, names]) => ({ from: ids.get(source), name, sure: names.includes(name) }))
}

/**
 * The module that defines a name, through files that only pass names on.
 * @param {Lookup} lookup @param {string} id @param {string} name @param {Set<string>} seen @returns {string | null}
 */
function definer(lookup, id, name, seen = new Set()) {
  const info = lookup(id)
  if (!info || seen.has(id)) return null
  seen.add(id)
  for (const origin of origins(info, name)) {
    const { from } = origin
    const found = from && origin.name ? definer(lookup, from, origin.name, seen) : from
    // Under another name, or as a whole: the file that says so stands for it.
    if (found || origin.sure) return found ?? id
  }
  return null
}

/** Whether a file has nothing of its own. @param {Info | null} info */
function onlyPassesOn(info) {
  const statements = /** @type {Statement[]} */ (info?.ast?.body ?? [])
  const passes = statements.filter(({ type, source }) => source && /^Export(All|Named)Declaration$/.test(type))
  return statements.length > 0 && passes.length === statements.length
}

/**
 * Modules that are run wherever a module is loaded, whether a name of theirs is used or not.
 * @param {Lookup} lookup @param {string} id @param {Set<string>} seen @returns {string[]}
 */
function run(lookup, id, seen) {
  if (seen.has(id)) return []
  seen.add(id)
  const info = lookup(id)
  if (!info) return []
  return info.moduleSideEffects ? [id] : info.importedIds.flatMap(next => run(lookup, next, seen))
}

/** Modules that a module needs to run. @param {Lookup} lookup @param {string} id @returns {string[]} */
function needed(lookup, id) {
  const info = lookup(id)
  if (!info) return []
  if (!info.ast) return [...info.importedIds]
  const { statements, ids } = sourcesOf(info)
  const seen = new Set([id])
  const named = statements.flatMap(({ type, source, specifiers }) => {
    const from = source && ids.get(String(source.value))
    if (!from || type === 'ExportAllDeclaration') return []
    if (type !== 'ImportDeclaration' || !specifiers?.length) return [from]
    return specifiers.map(({ type: kind, imported }) =>
      kind === 'ImportSpecifier' ? (definer(lookup, from, imported?.name ?? '') ?? from) : from,
    )
  })
  return [...named, ...info.importedIds.flatMap(next => run(lookup, next, seen))]
}

/** @param {Lookup} lookup @param {string[]} roots @returns {Set<string>} */
function reached(lookup, roots) {
  const found = new Set(roots)
  // A set is walked through to what is added meanwhile.
  for (const id of found) for (const next of needed(lookup, id)) found.add(next)
  return found
}

/**
 * @param {readonly string[]} ids all modules
 * @param {Lookup} lookup
 * @returns {(id: string) => string | undefined} the file a module belongs in; undefined: as the bundler likes
 */
export function chunking(ids, lookup) {
  const known = rememberedBy(lookup)
  const of = Object.fromEntries(
    Object.entries(PAGES).map(([page, begins]) => [
      page,
      reached(
        known,
        ids.filter(id => begins.test(id)),
      ),
    ]),
  )
  const by = (/** @type {string} */ page, /** @type {string} */ id) => of[page]?.has(id) === true
  return id => {
    // Who asks for all that it passes on would bring all of it into the file.
    if (onlyPassesOn(known(id))) return undefined
    if (by('shell', id)) return 'shell'
    if (!by('setup', id)) {
      if (by('waiting', id)) return 'later'
      return by('panels', id) && !by('others', id) ? 'panels' : undefined
    }
    if (by('shoots', id) || by('log', id) || by('waiting', id)) return 'base'
    if (by('around', id)) return 'common'
    return by('run', id) ? 'plan' : 'workspace'
  }
}
