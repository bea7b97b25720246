import { readFileSync } from 'node:fs'
import type { Schema } from 'yup'
import { InputError, calibration, completeSetup, plan, simulateTakes } from '../core'
import { setupJsonSchema } from '../core/setup/jsonSchema'
import { searchSchema } from '../shared/schemas/search'
import { setupSchema } from '../shared/schemas/setup'
import { type Mistake, check } from '../shared/schemas/validate'
import { dialCardText } from '../shared/text/dialCard'

const HELP = `epiro plan FILE [--text] [--imperial]   the plan of a set-up file, as JSON or as a dial card with findings
epiro next FILE                         the next delay from prior, window and takes
epiro schema                            the JSON Schema of the set-up file
FILE may be - for standard input. Bad input: one line a mistake on standard error, exit 2.`

/** Takes played where the first order fails. */
const SIMULATED = 20_000

/** What stops a command: one line a mistake. */
class BadInput extends Error {
  constructor(readonly lines: string[]) { super(lines.join('\n')) }
}

function readInput<T>(file: string | undefined, schema: Schema<T>, complete: (value: unknown) => unknown = value => value): T {
  if (!file) throw new BadInput(['Name a file, or - for standard input'])
  let text: string
  try {
    text = readFileSync(file === '-' ? 0 : file, 'utf8')
  }
  catch (error) {
    throw new BadInput([`${file}: ${(error as NodeJS.ErrnoException).code === 'ENOENT' ? 'no such file' : (error as Error).message}`])
  }
  let value: unknown
  try {
    value = JSON.parse(text.replace(/^\ufeff/, ''))
  }
  catch (error) {
    throw new BadInput([`${file}: not valid JSON: ${(error as Error).message}`])
  }
  const checked = check(schema, complete(value))
  if ('mistakes' in checked) throw new BadInput(checked.mistakes.map((m: Mistake) => `${file}: ${m.field ? `${m.field}: ` : ''}${m.reason}`))
  return checked.value
}

const print = (value: unknown): void => console.log(typeof value === 'string' ? value : JSON.stringify(value, null, 2))

function planCommand(args: string[]): void {
  const text = args.includes('--text')
  const setup = readInput(args.find(arg => !arg.startsWith('--')), setupSchema, completeSetup)
  const result = plan(setup)
  const simulated = result.spread.firstOrder ? null : simulateTakes(setup, { takes: SIMULATED })
  if (text) print(dialCardText(result, args.includes('--imperial') ? 'imperial' : 'metric', simulated))
  else print({ ...result, simulated })
}

function nextCommand(args: string[]): void {
  print(calibration.proposeDelay(readInput(args[0], searchSchema)))
}

/** Runs a command; gives the exit code. */
export async function main(args: string[]): Promise<number> {
  const [command, ...rest] = args
  try {
    switch (command) {
      case 'plan': planCommand(rest); return 0
      case 'next': nextCommand(rest); return 0
      case 'schema': print(setupJsonSchema()); return 0
      case 'help': case '--help': case '-h': print(HELP); return 0
      default: throw new BadInput([command ? `Unknown command: ${command}` : 'No command', HELP])
    }
  }
  catch (error) {
    if (!(error instanceof BadInput) && !(error instanceof InputError)) throw error
    console.error(error.message)
    return 2
  }
}
