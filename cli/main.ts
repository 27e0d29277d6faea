import { commands, helpOf, usage } from './commands'
import { UsageError } from './usage'
import about from '../package.json' with { type: 'json' }

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

async function dispatch([name, ...rest]: string[]): Promise<number> {
  if (name === '--version') {
    console.log(about.version)
    return 0
  }
  if (name === undefined || (rest.length === 0 && (name === '--help' || name === 'help'))) {
    console.log(usage())
    return name === undefined ? 2 : 0
  }
  const asked = name === 'help' ? rest[0]! : name
  const command = commands.find(one => one.name === asked)
  if (!command) throw new UsageError(`Unknown command "${asked}".\n${usage()}`)
  // What stands behind -- is a file, whatever it is called.
  const before = rest.slice(0, rest.includes('--') ? rest.indexOf('--') : undefined)
  if (name === 'help' || before.includes('--help')) {
    console.log(helpOf(command))
    return 0
  }
  return command.run(rest)
}
