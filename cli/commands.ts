import { onlyArgument, runOptions } from './arguments'
import { UsageError } from './usage'

/** One command: what its help, its completion and its run come from. */
export interface Command {
  name: string
  /** Its arguments, as one writes them. */
  takes: string
  does: string
  /** What may stand first, where that is a word of its own. */
  words?: readonly string[]
  options?: readonly { name: string; takes?: string; does: string }[]
  examples: readonly string[]
  /** Loaded once it is run: the others cost nothing. @returns the exit code */
  run: (args: string[]) => Promise<number>
}

const json = { name: '--json', does: 'Writes what was found as JSON on standard output.' }

export const commands: readonly Command[] = [
  {
    name: 'run',
    takes: '--rubric FILE --out DIR [--jobs N] [--json] INPUT…',
    does: 'Turns scans (PDF, TIFF, JPEG, PNG, folders of them, or - for standard input) into documents, in the order given, as one batch.',
    options: [
      { name: '--rubric', takes: 'FILE', does: 'The rubric; - reads it from standard input.' },
      { name: '--out', takes: 'DIR', does: 'Where documents and ledger.json go.' },
      { name: '--jobs', takes: 'N', does: 'Pages that are worked on at once; as many as there are cores where it is left out.' },
      { ...json, does: 'Writes the ledger on standard output instead of a summary.' },
    ],
    examples: [
      'rubricator run --rubric permits.json --out filed stack.pdf',
      'rubricator run --rubric permits.json --out filed --json scans/ | jq .totals',
      'curl -s https://scanner.example/last.pdf | rubricator run --rubric permits.json --out filed -',
    ],
    run: async args => (await import('./run')).run(runOptions(args)),
  },
  {
    name: 'check',
    takes: 'FILE',
    does: 'Says whether a rubric is sound, and what is wrong with it by path; - reads it from standard input.',
    examples: ['rubricator check permits.json'],
    run: async args => (await import('./check')).check(onlyArgument('check', args)),
  },
  {
    name: 'schema',
    takes: '',
    does: 'Prints the rubric’s JSON Schema.',
    examples: ['rubricator schema > rubric.schema.json'],
    run: async args => {
      if (args.length) throw new UsageError(`schema takes no arguments; found "${args[0]}".`)
      return (await import('./schema')).printSchema()
    },
  },
  {
    name: 'watch',
    takes: 'BATCH [--json]',
    does: 'Follows a batch of a running copy until it is done (0), or held or given up (3).',
    options: [{ ...json, does: 'Writes each change as a line of JSON.' }],
    examples: ['rubricator watch 12', 'RUBRICATOR_API=https://rubricator.example/api/v1 RUBRICATOR_TOKEN=… rubricator watch 12 --json'],
    run: async args => (await import('./watch')).watch(args),
  },
  {
    name: 'token',
    takes: 'add --for PERSON --scopes SCOPES [--name WHAT] | list | end ID',
    does: 'Makes, lists or ends the tokens that other programs show to a running copy.',
    words: ['add', 'list', 'end'],
    options: [
      { name: '--for', takes: 'PERSON', does: 'For whom the program acts: it sees what they may see.' },
      { name: '--scopes', takes: 'SCOPES', does: 'What it may do: some of capture,read,index,manage,print.' },
      { name: '--name', takes: 'WHAT', does: 'What it is for, as the list says it.' },
    ],
    examples: ['rubricator token add --for Tamsin --scopes capture,read --name "Mail room"', 'rubricator token list'],
    run: async args => (await import('./token')).token(args),
  },
  {
    name: 'backup',
    takes: 'FOLDER',
    does: 'Copies database and blobs of a running copy into a folder, while work goes on; what lies there already, not again.',
    examples: ['rubricator backup /backups/rubricator'],
    run: async args => (await import('./backup')).backup(args),
  },
  {
    name: 'restore',
    takes: 'FOLDER',
    does: 'Puts a backup into an empty database and blob store; every digest is compared.',
    examples: ['RUBRICATOR_DATABASE_URL=postgres://… RUBRICATOR_BLOBS=/srv/blobs rubricator restore /backups/rubricator'],
    run: async args => (await import('./backup')).restore(args),
  },
  {
    name: 'verify',
    takes: '[--json]',
    does: 'Compares each blob with its digest, and each slip with its files; ends with 3 where one is missing or changed.',
    options: [json],
    examples: ['rubricator verify --json'],
    run: async args => (await import('./backup')).verify(args),
  },
  {
    name: 'tidy',
    takes: '',
    does: 'Removes blobs that nothing names, after a day of grace.',
    examples: ['rubricator tidy'],
    run: async args => (await import('./backup')).tidy(args),
  },
  {
    name: 'trail',
    takes: 'verify [--head PLACE:DIGEST] [--json] | export',
    does: 'Looks over whether the trail of a running copy is whole (3 where it is not), or writes it out as lines of JSON.',
    words: ['verify', 'export'],
    options: [{ name: '--head', takes: 'PLACE:DIGEST', does: 'A head that was mailed once: the trail must still come through it.' }, json],
    examples: ['rubricator trail verify --head 1204:9f86…', 'rubricator trail export > trail.jsonl'],
    run: async args => (await import('./trail')).trail(args),
  },
  {
    name: 'reseal',
    takes: '',
    does: 'Seals what a copy keeps sealed (keys of destinations and the like) with another key, all or nothing.',
    examples: ['RUBRICATOR_SECRET_KEY=… RUBRICATOR_NEW_SECRET_KEY=… rubricator reseal'],
    run: async args => (await import('./reseal')).reseal(args),
  },
  {
    name: 'completion',
    takes: 'bash | zsh',
    does: 'Prints what makes a shell complete these commands.',
    words: ['bash', 'zsh'],
    examples: ['source <(rubricator completion bash)'],
    run: async args => (await import('./completion')).completion(args),
  },
]

const ends = 'Ends with 0 all made, 1 internal error, 2 bad arguments or rubric, 3 some page unreadable or waiting for a person.'

/** The help of all commands. */
export const usage = (): string =>
  [
    ...commands.flatMap(({ name, takes, does }) => [`rubricator ${name} ${takes}`.trimEnd(), `    ${does}`]),
    'rubricator COMMAND --help',
    '    Says more of one, with examples. --version says which Rubricator this is.',
    ends,
  ].join('\n')

/** The help of one command. */
export function helpOf({ name, takes, does, options = [], examples }: Command): string {
  const heads = options.map(option => [option.name, option.takes].filter(Boolean).join(' '))
  const width = Math.max(0, ...heads.map(head => head.length))
  return [
    `rubricator ${name} ${takes}`.trimEnd(),
    does,
    ...(options.length ? ['', ...options.map((option, at) => `  ${heads[at]!.padEnd(width)}  ${option.does}`)] : []),
    '',
    examples.length === 1 ? 'Example:' : 'Examples:',
    ...examples.map(example => `  ${example}`),
  ].join('\n')
}
