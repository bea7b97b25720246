import { readFileSync, statSync } from 'node:fs'
import { type ParseArgsConfig, parseArgs } from 'node:util'
import type { Schema } from 'yup'
import {
  type Plan,
  type Setup,
  InputError,
  calibration,
  completeSetup,
  playedSessions,
  plan,
  stockFinding,
} from '../core'
import { planDay } from '../core/day'
import { PROPOSAL_TEXTS } from '../shared/texts/run'
import { setupJsonSchema } from '../shared/schemas/setupJsonSchema'
import { dayFromFile } from '../shared/schemas/day'
import { memberSchema, studioSchema } from '../shared/schemas/records'
import { MOST_FIRED, searchSchema } from '../shared/schemas/search'
import { setupSchema } from '../shared/schemas/setup'
import { dayPlanFile } from '../shared/day/planFile'
import { figuresOf, withSaid } from '../shared/say/apply'
import { heard } from '../shared/say/read'
import { type Mistake, check } from '../shared/schemas/validate'
import { dialCardText } from '../shared/text/dialCard'
import { harmless, harmlessJson } from './harmless'
import { HELP, helpOf } from './help'
import { cliWords } from '../shared/texts/cli'

/** What stops a command: one line a mistake. */
class BadInput extends Error {
  constructor(readonly lines: string[]) {
    super(lines.join('\n'))
  }
}

/** Bytes of a file that are read; the largest set-up has some 200 kB. */
const MOST_BYTES = 20e6

/** What stands in a file as JSON. @throws BadInput for one that is not there, too large, or none */
function readJson(file: string | undefined): unknown {
  if (!file) throw new BadInput([cliWords('main.nameFileStandardInput')])
  let text: string
  try {
    const { size } = file === '-' ? { size: 0 } : statSync(file)
    if (size > MOST_BYTES)
      throw new BadInput([
        cliWords('main.mbMostMbRead', { file, size: Math.round(size / 1e6), most: MOST_BYTES / 1e6 }),
      ])
    text = readFileSync(file === '-' ? 0 : file, 'utf8')
  } catch (error) {
    if (error instanceof BadInput) throw error
    const { code, message } = error as NodeJS.ErrnoException
    throw new BadInput([`${file}: ${code === 'ENOENT' ? cliWords('main.noSuchFile') : message}`])
  }
  try {
    return JSON.parse(text.replace(/^\ufeff/, ''))
  } catch (error) {
    throw new BadInput([cliWords('main.notValidJson', { file, message: (error as Error).message })])
  }
}

function readInput<T>(
  file: string | undefined,
  schema: Schema<T>,
  complete: (value: unknown) => unknown = value => value,
  mostRows?: number,
): T {
  const value = readJson(file)
  const checked = check(schema, value, complete, mostRows)
  if ('mistakes' in checked)
    throw new BadInput(checked.mistakes.map((m: Mistake) => `${file}: ${m.field ? `${m.field}: ` : ''}${m.reason}`))
  return checked.value
}

const print = (value: unknown): void =>
  console.log(typeof value === 'string' ? harmless(value) : harmlessJson(JSON.stringify(value, null, 2)))

function planCommand(args: string[]): void {
  const text = args.includes('--text')
  const setup = readInput(
    args.find(arg => !arg.startsWith('--')),
    setupSchema,
    completeSetup,
  )
  const many = playedSessions(setup)
  const result = withStock(plan(setup), setup, many)
  if (text) print(dialCardText(result, args.includes('--imperial') ? 'imperial' : 'metric', many))
  else print({ ...result, howMany: many })
}

/** The plan with what the played session has to say about props. */
function withStock(planned: Plan, setup: Setup, many: ReturnType<typeof playedSessions>): Plan {
  const stock = stockFinding(setup, many)
  return stock === null ? planned : { ...planned, findings: [...planned.findings, stock] }
}

function nextCommand(args: string[]): void {
  const proposed = calibration.proposeDelay(readInput(args[0], searchSchema, undefined, MOST_FIRED))
  print({ ...proposed, reason: PROPOSAL_TEXTS[proposed.reason] })
}

/** Options by name, and what is left. @throws BadInput for one that is not known */
function optionsOf<const T extends NonNullable<ParseArgsConfig['options']>>(args: string[], options: T) {
  try {
    return parseArgs({ args, options, allowPositionals: true })
  } catch (error) {
    throw new BadInput([(error as Error).message])
  }
}

async function watchCommand(args: string[]): Promise<number> {
  const { values, positionals } = optionsOf(args, {
    link: { type: 'string' },
    setup: { type: 'string' },
    certificate: { type: 'string' },
    all: { type: 'boolean' },
  })
  const [folder] = positionals
  if (!folder || !statSync(folder, { throwIfNoEntry: false })?.isDirectory())
    throw new BadInput([folder ? cliWords('main.noSuchFolder', { folder }) : cliWords('main.nameFolderWatch')])
  const link = typeof values.link === 'string' && URL.canParse(values.link) ? new URL(values.link) : null
  if (!link || link.hash.length < 20) throw new BadInput([cliWords('main.linkPasteWholeLink')])
  // A link made on a run names its set-up.
  const setup =
    typeof values.setup === 'string' ? values.setup : /\/setups\/([0-9a-f-]{36})\/run/.exec(link.search)?.[1]
  if (!setup || !/^[0-9a-f-]{36}$/.test(setup)) throw new BadInput([cliWords('main.setupIdSetUp')])
  let certificate: string | undefined
  if (typeof values.certificate === 'string') {
    try {
      certificate = readFileSync(values.certificate, 'utf8')
    } catch {
      throw new BadInput([cliWords('main.cannotRead', { certificate: values.certificate })])
    }
  }
  const ends = new AbortController()
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, () => ends.abort())
  const { Refused, watchFolder } = await import('./watch')
  try {
    await watchFolder({
      folder,
      server: new URL(link.origin),
      setup,
      token: link.hash.slice(1),
      ...(certificate ? { certificate } : {}),
      all: values.all === true,
      signal: ends.signal,
      say: line => console.log(harmless(line)),
    })
  } catch (error) {
    // A server that is away at the start, or a link that is used up: said, not thrown.
    if (!(error instanceof Refused) && !(error as NodeJS.ErrnoException).code) throw error
    throw new BadInput([
      (error as NodeJS.ErrnoException).code
        ? cliWords('main.cannotReached', { origin: link.origin, message: (error as Error).message })
        : (error as Error).message,
    ])
  }
  return 0
}

async function benchCommand(args: string[]): Promise<void> {
  const { values, positionals } = optionsOf(args, { seed: { type: 'string' }, folder: { type: 'string' } })
  const seed = values.seed === undefined ? Math.ceil(Math.random() * 2 ** 31) : Number(values.seed)
  if (!Number.isInteger(seed) || seed < 1) throw new BadInput([cliWords('main.seedWholeNumber1')])
  const setup = readInput(positionals[0], setupSchema, completeSetup)
  const { bench } = await import('./bench')
  await bench(setup, {
    seed,
    folder: typeof values.folder === 'string' ? values.folder : null,
    input: process.stdin,
    say: line => console.log(harmless(line)),
  })
}

async function readCommand(args: string[]): Promise<void> {
  const { values, positionals } = optionsOf(args, { tool: { type: 'string' }, set: { type: 'string', multiple: true } })
  if (positionals.length === 0) throw new BadInput([cliWords('main.nameFilesRead')])
  const settings = Object.fromEntries(
    (values.set ?? []).map(pair => {
      const [key, value] = [pair.slice(0, pair.indexOf('=')), pair.slice(pair.indexOf('=') + 1)]
      if (!key) throw new BadInput([cliWords('main.setSetDistance2', { pair })])
      return [key, value.trim() !== '' && Number.isFinite(Number(value)) ? Number(value) : value]
    }),
  )
  const { readFiles } = await import('./read')
  print(await readFiles(positionals, values.tool, settings))
}

async function linkCommand(args: string[], newStudio: boolean): Promise<void> {
  const { values, positionals } = optionsOf(args, {
    name: { type: 'string' },
    role: { type: 'string' },
    studio: { type: 'string' },
  })
  const input = newStudio
    ? check(studioSchema, { name: positionals[0] })
    : check(memberSchema, { name: values.name ?? cliWords('main.lead'), role: values.role ?? 'lead' })
  if ('mistakes' in input) throw new BadInput(input.mistakes.map(m => `${m.field ? `--${m.field}: ` : ''}${m.reason}`))
  const { LinkRefused, makeLink } = await import('./link')
  try {
    print(await makeLink({ ...(newStudio ? { newStudio: positionals[0]! } : {}), ...values }))
  } catch (error) {
    if (!(error instanceof LinkRefused)) throw error
    throw new BadInput([error.message])
  }
}

function dayCommand(args: string[]): void {
  const { positionals } = optionsOf(args, {})
  const read = dayFromFile(readJson(positionals[0]))
  if ('mistakes' in read)
    throw new BadInput(read.mistakes.map(m => `${positionals[0]}: ${m.field ? `${m.field}: ` : ''}${m.reason}`))
  print(dayPlanFile(planDay(read.value)))
}

/** Exit code of a command that has to ask. */
const HAS_TO_ASK = 3

function setCommand(args: string[]): number {
  const { values, positionals } = optionsOf(args, { json: { type: 'boolean' } })
  const [file, ...words] = positionals
  const setup = readInput(file, setupSchema, completeSetup)
  if (words.length === 0) throw new BadInput([cliWords('main.sayWhatSetQuotation')])
  const { said, asks } = heard(setup, words.join(' '))
  if (asks.length > 0) {
    if (values.json) print({ asks })
    else
      console.error(
        harmless(
          asks
            .map(({ phrase, question, choices }) =>
              [`${phrase}: ${question}`, ...choices.map(choice => `  ${choice}`)].join('\n'),
            )
            .join('\n'),
        ),
      )
    return HAS_TO_ASK
  }
  const after = withSaid(setup, said)
  const checked = check(setupSchema, after)
  if ('mistakes' in checked) throw new BadInput(checked.mistakes.map(m => `${m.field}: ${m.reason}`))
  if (values.json) print(after)
  else
    print(
      said
        .flatMap(one => figuresOf(setup, after, one))
        .map(
          ({ name, was, is }) =>
            `${name}: ${was === is ? cliWords('main.already', { is }) : `${was ? `${was} → ` : ''}${is}`}`,
        )
        .join('\n'),
    )
  return 0
}

/** Runs a command; gives the exit code. */
export async function main(args: string[]): Promise<number> {
  const [command, ...rest] = args
  if (command !== undefined && rest.some(arg => arg === '--help' || arg === '-h')) {
    print(helpOf(command))
    return 0
  }
  try {
    switch (command) {
      case 'plan':
        planCommand(rest)
        return 0
      case 'set':
        return setCommand(rest)
      case 'day':
        dayCommand(rest)
        return 0
      case 'next':
        nextCommand(rest)
        return 0
      case 'watch':
        return await watchCommand(rest)
      case 'read':
        await readCommand(rest)
        return 0
      case 'bench':
        await benchCommand(rest)
        return 0
      case 'link':
        await linkCommand(rest, false)
        return 0
      case 'studio':
        await linkCommand(rest, true)
        return 0
      case 'schema':
        print(setupJsonSchema())
        return 0
      case 'help':
      case '--help':
      case '-h':
        print(rest[0] === undefined ? HELP : helpOf(rest[0]))
        return 0
      default:
        throw new BadInput([command ? cliWords('main.unknownCommand', { command }) : cliWords('main.noCommand'), HELP])
    }
  } catch (error) {
    if (!(error instanceof BadInput) && !(error instanceof InputError)) throw error
    console.error(harmless(error.message))
    return 2
  }
}
