import { spawn, type ChildProcess } from 'node:child_process'
import { createWriteStream, type WriteStream } from 'node:fs'
import type { Server } from 'node:net'
import { join } from 'node:path'
import { Trouble } from './trouble'

export interface ChildSpec {
  name: string
  args: string[]
  env: Record<string, string>
  /** The socket on which it is to listen, handed over at each start once the process asks for it. */
  socket?: () => Promise<Server>
}

/** What a process says that wants its socket. Node begins to accept as soon as a socket arrives, so it comes last. */
const wantsSocket = (message: unknown) => (message as { wants?: unknown } | null)?.wants === 'socket'

const restartSeconds = 1
const stopSeconds = 12
/** Of what it says of its end. */
const mostWords = 8000

/** Threads that each keep memory of their own make a process grow; two such places are as fast (docs/bench.md). */
const fewArenas = { MALLOC_ARENA_MAX: '2' }

/** A process that is kept running until it is told to stop. What it prints goes to a log in the data folder. */
export class Child {
  private child: ChildProcess | null = null
  private stopping = false
  private readonly log: WriteStream

  constructor(
    private readonly spec: ChildSpec,
    data: string,
  ) {
    this.log = createWriteStream(join(data, `${spec.name}.log`), { flags: 'a' })
  }

  /** Starts it and waits for its word that it is ready. @throws {Trouble} where it ends before that */
  async start(): Promise<Record<string, unknown>> {
    return this.spawn(await this.spec.socket?.())
  }

  private spawn(socket: Server | undefined): Promise<Record<string, unknown>> {
    return new Promise((resolve, reject) => {
      // Detached, so that Ctrl-C reaches only the one process that ends the others in order.
      const child = spawn(process.execPath, this.spec.args, {
        detached: true,
        stdio: ['ignore', 'pipe', 'pipe', 'ipc'],
        env: { ...fewArenas, ...process.env, ...this.spec.env },
      })
      this.child = child
      child.stdout!.pipe(this.log, { end: false })
      child.stderr!.pipe(this.log, { end: false })
      let words = ''
      child.stderr!.on('data', (chunk: Buffer) => (words = (words + chunk.toString()).slice(-mostWords)))
      let held = socket
      const letGo = () => {
        held?.close()
        held = undefined
      }
      child.on('message', message => {
        if (held && wantsSocket(message)) child.send({ listen: true }, held, letGo)
        else resolve(message as Record<string, unknown>)
      })
      child.once('error', reject)
      child.once('exit', (code, signal) => {
        letGo()
        const why = /^\w*Error: (.+)$/m.exec(words)?.[1]
        const { name } = this.spec
        reject(
          new Trouble(`${name} ended with ${code ?? signal}${why ? `: ${why}` : ''}; its words are in ${name}.log in the data folder.`),
        )
        if (this.child === child) this.child = null
        this.startAgain()
      })
    })
  }

  private startAgain(): void {
    setTimeout(() => void this.again(), restartSeconds * 1000)
  }

  private async again(): Promise<void> {
    if (this.stopping) return
    try {
      const socket = await this.spec.socket?.()
      // Where it ends early, its end starts it again.
      this.spawn(socket).catch(() => undefined)
    } catch (error) {
      this.log.write(`${error instanceof Error ? error.message : String(error)}\n`)
      this.startAgain()
    }
  }

  get pid(): number | null {
    return this.child?.pid ?? null
  }

  get name(): string {
    return this.spec.name
  }

  async stop(): Promise<void> {
    this.stopping = true
    const child = this.child
    if (!child || child.exitCode !== null) return
    await new Promise<void>(resolve => {
      const timer = setTimeout(() => child.kill('SIGKILL'), stopSeconds * 1000)
      child.once('exit', () => {
        clearTimeout(timer)
        resolve()
      })
      child.kill('SIGTERM')
    })
  }
}
