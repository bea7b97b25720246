/** How a command is used, what it does, and an example. */
const COMMANDS = {
  plan: {
    usage: 'epiro plan FILE [--text] [--imperial]',
    does: 'The plan of a set-up file, as JSON or as a dial card with findings.',
    examples: ['epiro plan cracker.epiro.json --text', 'cat cracker.epiro.json | epiro plan -'],
  },
  set: {
    usage: 'epiro set FILE "WORDS" [--json]',
    does:
      'Sets figures of a set-up from plain words: prints each one, old and new, or with --json the ' +
      'changed set-up. Where it ' +
      'has to ask, it changes nothing, prints the questions and ends with 3.',
    examples: ['epiro set cracker.epiro.json "f/8 iso 400, key at 1/64 half a metre away" --json'],
  },
  day: {
    usage: 'epiro day FILE',
    does:
      'Plans the day of a shoot (docs/day-file.md): the best order of its set-ups with times, played many times ' +
      'over, and what stands in its way, as JSON.',
    examples: ['epiro day friday.json'],
  },
  next: {
    usage: 'epiro next FILE',
    does: 'The next delay from prior, window and takes, all in s (docs/setup-file.md).',
    examples: ['epiro next search.json'],
  },
  schema: {
    usage: 'epiro schema',
    does: 'The JSON Schema of the set-up file.',
    examples: ['epiro schema > setup.schema.json'],
  },
  watch: {
    usage: 'epiro watch FOLDER --link LINK --setup ID [--certificate FILE] [--all]',
    does:
      'Attaches each new picture in a folder to the take made at that time. LINK is made on the page People and ' +
      'works once; ID is the last part of the set-up\u2019s address.',
    examples: ["epiro watch ~/tethered --link 'https://studio:8443/sign-in#…' --setup 0f0c… --all"],
  },
  bench: {
    usage: 'epiro bench FILE [--seed N] [--folder DIR]',
    does: 'The practice bench on standard input and output (docs/device-interface.md).',
    examples: ['epiro bench cracker.epiro.json --seed 7 --folder pictures'],
  },
  read: {
    usage: 'epiro read FILE… [--tool NAME] [--set KEY=VALUE]…',
    does: 'What the Lab reads in pictures, recordings and traces, as JSON, SI; the tool by the files, or named.',
    examples: ['epiro read shots.wav --tool speed --set distance=2.5', 'epiro read pop.csv --set power=0.0625'],
  },
  link: {
    usage: 'epiro link [--name NAME] [--role lead|assistant|viewer] [--studio NAME]',
    does: 'A sign-in link that works once, for 15 minutes.',
    examples: ["epiro link --name 'Second camera' --role assistant"],
  },
  studio: {
    usage: 'epiro studio NAME',
    does: 'Add a studio to this installation, with a link for its lead.',
    examples: ["epiro studio 'Rooftop'"],
  },
} as const

const FILES = 'FILE may be - for standard input. Bad input: one line per mistake on standard error, exit 2.'

export const HELP = [
  ...Object.values(COMMANDS).map(({ usage, does }) => `${usage}\n    ${does}`),
  FILES,
  'epiro COMMAND --help shows an example.',
].join('\n')

/** Help of one command; of one that there is none of, all of it. */
export function helpOf(name: string): string {
  if (!Object.hasOwn(COMMANDS, name)) return HELP
  const { usage, does, examples } = COMMANDS[name as keyof typeof COMMANDS]
  return [usage, '', does, '', 'For example:', ...examples.map(example => `  ${example}`), '', FILES].join('\n')
}
