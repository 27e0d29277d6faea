import { parseArgs } from 'node:util'
import { availableParallelism } from 'node:os'
import { backup, restore, tidy, verify } from './backup'
import { check } from './check'
import { printSchema } from './schema'
import { run } from './run'
import { token } from './token'
import { trail } from './trail'
import { UsageError } from './usage'
import about from '../package.json' with { type: 'json' }

const usage = `rubricator run --rubric FILE --out DIR [--jobs N] [--json] INPUT…
    Turns scans (PDF, TIFF, JPEG, PNG, or folders of them) into documents, in the order given, as one batch.
rubricator check FILE
    Says whether a rubric is sound.
rubricator schema
    Prints the rubric's JSON Schema.
rubricator token add --for PERSON --scopes capture,read,index,manage [--name WHAT] | list | end ID
    Makes, lists or ends the tokens that other programs show to a running copy.
rubricator backup FOLDER | restore FOLDER
    Copies database and blobs of a running copy into a folder, while work goes on, what lies there already not again; puts a backup
    into an empty database and blob store. Every digest is compared.
rubricator verify [--json] | tidy
    Compares each blob with its digest (3 where one is missing or changed); removes blobs that nothing names.
rubricator trail verify [--head PLACE:DIGEST] [--json] | export
    Looks over whether the trail of a running copy is whole (3 where it is not), or writes it out as lines of JSON.
Ends with 0 all made, 1 internal error, 2 bad arguments or rubric, 3 some page unreadable or waiting for a person.`

/** Runs the command line and gives its exit code. */
export async function main(args: string[]): Promise<number> {
  try {
    return await dispatch(args)
  } catch (error) {
    if (error instanceof UsageError) {
      console.error(error.message)
      return 2
    }
    const full = diskWords(error)
    if (full) {
      console.error(full)
      return 1
    }
    console.error(error instanceof Error ? `Internal error: ${error.stack ?? error.message}` : String(error))
    return 1
  }
}

/** What a full or write-protected disk means for the person; null for other errors. */
function diskWords(error: unknown): string | null {
  const { code, path } = error as NodeJS.ErrnoException
  const where = path ? ` with ${path}` : ''
  if (code === 'ENOSPC' || code === 'EDQUOT') return `The disk${where} is full. Make room, then run this again; what was made so far stays.`
  if (code === 'EACCES' || code === 'EROFS' || code === 'EPERM')
    return `${path ?? 'A folder'} cannot be written. Choose another --out, or have it opened for you.`
  return null
}

async function dispatch([command, ...rest]: string[]): Promise<number> {
  if (command === undefined || command === '--help' || command === 'help') {
    console.log(usage)
    return command === undefined ? 2 : 0
  }
  switch (command) {
    case 'run':
      return run(runOptions(rest))
    case 'check':
      return check(onlyArgument(rest))
    case 'token':
      return token(rest)
    case 'backup':
      return backup(rest)
    case 'restore':
      return restore(rest)
    case 'verify':
      return verify(rest)
    case 'tidy':
      return tidy(rest)
    case '--version':
      console.log(about.version)
      return 0
    case 'trail':
      return trail(rest)
    case 'schema':
      if (rest.length) throw new UsageError(`schema takes no arguments; found "${rest[0]}".`)
      return printSchema()
    default:
      throw new UsageError(`Unknown command "${command}".\n${usage}`)
  }
}

function onlyArgument(args: string[]): string {
  const [file, ...more] = args
  if (file === undefined || more.length) throw new UsageError('check takes one rubric file: rubricator check FILE')
  return file
}

function runOptions(args: string[]) {
  const { values, positionals } = parse(args)
  const { rubric, out } = values
  if (!rubric) throw new UsageError('run needs --rubric FILE.')
  if (!out) throw new UsageError('run needs --out DIR.')
  if (positionals.length === 0) throw new UsageError('run needs at least one INPUT: a PDF, TIFF, JPEG or PNG file, or a folder.')
  const jobs = values.jobs === undefined ? availableParallelism() : Number(values.jobs)
  if (!Number.isInteger(jobs) || jobs < 1 || jobs > 64)
    throw new UsageError(`--jobs: found "${values.jobs}", expected a whole number from 1 to 64.`)
  return { rubricFile: rubric, out, jobs, json: values.json ?? false, inputs: positionals }
}

function parse(args: string[]) {
  try {
    return parseArgs({
      args,
      allowPositionals: true,
      options: { rubric: { type: 'string' }, out: { type: 'string' }, jobs: { type: 'string' }, json: { type: 'boolean' } },
    })
  } catch (error) {
    throw new UsageError(`${(error as Error).message}\n${usage}`, { cause: error })
  }
}
