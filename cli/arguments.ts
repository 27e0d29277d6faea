import { availableParallelism } from 'node:os'
import { parseArgs } from 'node:util'
import { UsageError } from './usage'

/** The one argument that a command takes. @throws {UsageError} */
export function onlyArgument(command: string, args: readonly string[]): string {
  const [file, ...more] = args
  if (file === undefined || more.length) throw new UsageError(`${command} takes one rubric file: rubricator ${command} FILE`)
  return file
}

/** What `run` is asked. @throws {UsageError} naming the option, what was found and what was expected */
export function runOptions(args: string[]) {
  const { values, positionals } = parsed(args)
  const { rubric, out } = values
  if (!rubric) throw new UsageError('run needs --rubric FILE.')
  if (!out) throw new UsageError('run needs --out DIR.')
  if (positionals.length === 0) throw new UsageError('run needs at least one INPUT: a PDF, TIFF, JPEG or PNG file, or a folder.')
  const fromInput = [rubric, ...positionals].filter(one => one === '-').length
  if (fromInput > 1) throw new UsageError('"-": found more than once; standard input can be read once.')
  const jobs = values.jobs === undefined ? availableParallelism() : Number(values.jobs)
  if (!Number.isInteger(jobs) || jobs < 1 || jobs > 64)
    throw new UsageError(`--jobs: found "${values.jobs}", expected a whole number from 1 to 64.`)
  return { rubricFile: rubric, out, jobs, json: values.json ?? false, inputs: positionals }
}

function parsed(args: string[]) {
  try {
    return parseArgs({
      args,
      allowPositionals: true,
      options: { rubric: { type: 'string' }, out: { type: 'string' }, jobs: { type: 'string' }, json: { type: 'boolean' } },
    })
  } catch (error) {
    throw new UsageError(`${(error as Error).message} “rubricator run --help” says more.`, { cause: error })
  }
}
