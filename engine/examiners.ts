import { fork, type ChildProcess } from 'node:child_process'
import { createRequire } from 'node:module'
import { join } from 'node:path'
import { fileURLToPath, pathToFileURL } from 'node:url'
import { ExamineReply, hasBegun, type CodesJob, type CountJob, type ExamineJob, type PictureJob } from './examineJob'

type Request = Omit<ExamineJob, 'id'>
type Reply<Outcome extends ExamineReply['outcome']> = Extract<ExamineReply, { outcome: Outcome | 'unreadable' | 'failed' }>
type Job = ExamineJob | CountJob | CodesJob | PictureJob
interface Waiting {
  job: Job
  resolve: (reply: ExamineReply) => void
  retried: boolean
}

declare global {
  interface ImportMeta {
    /** The folder of the bundle that this runs from (`cli/bundle.mjs`); undefined where sources run. */
    readonly bundle?: string
  }
}

/** Where the process starts; a bundle of somebody else's names it. */
const ownEntry = import.meta.bundle
  ? join(import.meta.bundle, 'engine/examineProcess.js')
  : fileURLToPath(new URL('./examineProcess.ts', import.meta.url))
const secondsPerPage = 90
// Pages lie outside of the heap and make its collector look over it again and again: all at once, in the thread that waits for it
// anyhow, takes a third of the time that pieces on other threads do, which the next process could use.
const memoryFlags = ['--max-old-space-size=1536', '--single-threaded-gc', '--no-incremental-marking']

/** One child process and the page it is at. */
class Examiner {
  private child: ChildProcess | null = null
  private current: Waiting | null = null
  private timer: NodeJS.Timeout | undefined

  constructor(
    private readonly next: () => Waiting | undefined,
    private readonly again: (waiting: Waiting) => void,
    private readonly entry: string,
  ) {}

  get idle(): boolean {
    return this.current === null
  }

  get process(): number | undefined {
    return this.child?.pid
  }

  proceed(): void {
    if (this.current) return
    const waiting = this.next()
    if (!waiting) return
    this.current = waiting
    this.timer = setTimeout(() => this.child?.kill('SIGKILL'), secondsPerPage * 1000)
    this.start().send(waiting.job)
  }

  /** Starts its process, where there is none yet. */
  start(): ChildProcess {
    if (this.child) return this.child
    // Found from where the entry lies, whatever folder one works in.
    const loader = () => ['--import', pathToFileURL(createRequire(this.entry).resolve('tsx')).href]
    const execArgv = [...(this.entry.endsWith('.ts') ? loader() : []), ...memoryFlags]
    const child = fork(this.entry, { execArgv, serialization: 'advanced' })
    let begun = false
    child.on('message', message => {
      if (message === hasBegun) begun = true
      else this.finish(ExamineReply.parse(message))
    })
    child.on('exit', code => {
      if (this.child === child) this.child = null
      // Whoever is ended by a signal may have been ended for its page; whoever ends by itself before it began was not.
      this.lost(begun || code === null ? null : `The process that decodes pages does not start: it ended with ${code}.`)
    })
    this.child = child
    return child
  }

  private finish(reply: ExamineReply): void {
    const waiting = this.current
    clearTimeout(this.timer)
    this.current = null
    if (waiting?.job.id === reply.id) waiting.resolve(reply)
    this.proceed()
  }

  /** The process died under a page: once may be chance, twice is the page. @param fault of ours, where it never came to the page */
  private lost(fault: string | null): void {
    const waiting = this.current
    if (!waiting) return
    clearTimeout(this.timer)
    this.current = null
    if (waiting.retried) {
      const why = `Decoding this ended the decoder or took longer than ${secondsPerPage} seconds, twice; scan or export it again.`
      const { id } = waiting.job
      waiting.resolve(fault === null ? { id, outcome: 'unreadable', why } : { id, outcome: 'failed', error: fault })
    } else {
      this.again({ ...waiting, retried: true })
    }
    this.proceed()
  }

  stop(): void {
    clearTimeout(this.timer)
    this.current = null
    this.child?.kill('SIGKILL')
    this.child = null
  }
}

/** Examines pages in `count` processes of their own, each bounded in time and memory. */
export class Examiners {
  private readonly queue: Waiting[] = []
  private readonly examiners: Examiner[]
  private lastId = 0

  constructor(count: number, entry = ownEntry) {
    this.examiners = Array.from(
      { length: count },
      () =>
        new Examiner(
          () => this.queue.shift(),
          waiting => this.queue.unshift(waiting),
          entry,
        ),
    )
  }

  /** Starts the processes now, so that the first page need not wait for one. */
  begin(): void {
    for (const examiner of this.examiners) examiner.start()
  }

  examine(request: Request): Promise<Reply<'examined'>> {
    return this.ask(id => ({ ...request, id })) as Promise<Reply<'examined'>>
  }

  /** How many pages a file has, and with `wide` which of them are wider than high. */
  count(file: string, wide = false): Promise<Reply<'counted'>> {
    return this.ask(id => ({ id, count: file, wide })) as Promise<Reply<'counted'>>
  }

  /** What these rules see on an examined page's picture. */
  codes(file: string, asked: Omit<CodesJob, 'id' | 'codes'>): Promise<Reply<'codes'>> {
    return this.ask(id => ({ ...asked, id, codes: file })) as Promise<Reply<'codes'>>
  }

  /** A picture of a file's page, as a file in `folder`. */
  picture(file: string, asked: { page: number; dpi: number; as: PictureJob['as'] }, folder: string): Promise<Reply<'pictured'>> {
    return this.ask(id => ({ ...asked, id, picture: file, folder })) as Promise<Reply<'pictured'>>
  }

  private ask(jobOf: (id: number) => Job): Promise<ExamineReply> {
    return new Promise(resolve => {
      const job = jobOf(++this.lastId)
      // Whoever counts pages holds up a device, and whoever wants a picture a person; whoever examines does not.
      this.queue['count' in job || 'picture' in job ? 'unshift' : 'push']({ job, resolve, retried: false })
      this.examiners.find(examiner => examiner.idle)?.proceed()
    })
  }

  /** Identities of the processes that run now. */
  get processes(): number[] {
    return this.examiners.flatMap(examiner => examiner.process ?? [])
  }

  dispose(): void {
    for (const examiner of this.examiners) examiner.stop()
  }
}
