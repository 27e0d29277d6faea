import { spawn } from 'node:child_process'

/** A tool of the operating system failed, with its own last words. */
export class ToolError extends Error {
  constructor(
    readonly tool: string,
    message: string,
    options?: ErrorOptions,
  ) {
    super(message, options)
  }
}

export interface ToolLimits {
  /** Bytes given on standard input. */
  input?: Uint8Array
  seconds?: number
  /** Address space in MiB. */
  memory?: number
  /** Bytes of standard output that are taken. */
  mostOutput?: number
  env?: Record<string, string>
}

/**
 * Runs a program with bounded time, memory and output, and gives its standard output.
 * @throws {ToolError} where it is missing, fails, or passes a bound
 */
export function runTool(tool: string, args: readonly string[], limits: ToolLimits = {}): Promise<Buffer> {
  const { seconds = 60, memory = 2048, mostOutput = 512 * 1024 * 1024 } = limits
  return new Promise((resolve, reject) => {
    // It ends with us, however we end.
    const bounded = [`--as=${memory * 1024 * 1024}`, '--', 'setpriv', '--pdeathsig', 'KILL', '--', tool, ...args]
    const child = spawn('prlimit', bounded, { stdio: ['pipe', 'pipe', 'pipe'], env: { ...process.env, ...limits.env } })
    const output: Buffer[] = []
    const errors: Buffer[] = []
    let size = 0
    let broken: string | null = null
    const stop = (reason: string) => {
      broken ??= reason
      child.kill('SIGKILL')
    }
    const timer = setTimeout(() => stop(`took longer than ${seconds} seconds`), seconds * 1000)
    child.stdout.on('data', (chunk: Buffer) => {
      size += chunk.length
      if (size > mostOutput) stop(`gave more than ${mostOutput} bytes`)
      else output.push(chunk)
    })
    child.stderr.on('data', (chunk: Buffer) => errors.length < 64 && errors.push(chunk))
    child.on('error', error =>
      reject(new ToolError(tool, `${tool} could not be started: ${error.message}. Run bin/setup.`, { cause: error })),
    )
    child.on('close', (code, signal) => {
      clearTimeout(timer)
      if (code === 0 && !broken) return resolve(Buffer.concat(output))
      const words = Buffer.concat(errors).toString('utf8').trim().split('\n').slice(-2).join(' ').slice(0, 300)
      reject(new ToolError(tool, `${tool} ${broken ?? `ended with ${code ?? signal}`}${words && `: ${words}`}`))
    })
    // A tool that ends early closes its input; its exit code says why.
    child.stdin.on('error', () => undefined)
    child.stdin.end(limits.input)
  })
}
