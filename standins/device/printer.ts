import { execFile } from 'node:child_process'
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import type { IncomingMessage, ServerResponse } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import { promisify } from 'node:util'
import ipp, { type Group, type Message } from 'ipp'
import { Switch } from '../faultyPort'
import { bodyOf } from '../http'

const mostBytes = 100 * 1024 * 1024
const mostInTray = 200
const slowMs = 5000

export interface PrintedJob {
  id: number
  name: string
  user: string
  copies: number
  sides: string
  colour: string
  bytes: Buffer
  at: Date
}

/** The device's printer: IPP/2.0 for PDF, whose paper lies in a tray. */
export class Printer {
  readonly tray: PrintedJob[] = []
  private next = 1
  /** As the bench says: it takes no jobs. */
  jammed = false
  /** What goes wrong between it and whoever prints. */
  readonly trouble = new Switch('printer', 'The printer, from now on:')

  constructor(private readonly name: string) {}

  async answer(request: IncomingMessage, response: ServerResponse): Promise<void> {
    const { fault } = this.trouble
    if (fault === 'refuse') return void request.socket.destroy()
    if (fault === 'expired') return void response.writeHead(401, { 'content-length': 0, connection: 'close' }).end()
    const body = await bodyOf(request, mostBytes)
    const asked: Message = { ...ipp.parse(body), data: dataOf(body) }
    const prints = asked.operation === 'Print-Job'
    if (fault === 'slow') await pause(slowMs)
    if (fault === 'break' && prints) return void request.socket.destroy()
    const reply = this.reply(asked, `ipp://${request.headers.host}/ipp/print`)
    if (fault === 'forget answer' && prints) return void request.socket.destroy()
    const { 'job-attributes-tag': jobs = [], ...rest } = reply
    const head = ipp.serialize({
      version: asked.version ?? '2.0',
      id: asked.id ?? 0,
      ...rest,
      'operation-attributes-tag': { 'attributes-charset': 'utf-8', 'attributes-natural-language': 'en' },
    })
    // The library writes one group of a kind: several are put together from what it writes of each.
    const groups = [jobs]
      .flat()
      .map(job => ipp.serialize({ statusCode: 'successful-ok', id: 1, 'job-attributes-tag': job }).subarray(8, -1))
    response
      .writeHead(200, { 'content-type': 'application/ipp' })
      .end(Buffer.concat([head.subarray(0, -1), ...groups, Buffer.from([0x03])]))
  }

  private reply(asked: Message, uri: string): Message {
    const operation = asked['operation-attributes-tag'] ?? {}
    switch (asked.operation) {
      case 'Get-Printer-Attributes':
        return { statusCode: 'successful-ok', 'printer-attributes-tag': this.attributes(uri) }
      case 'Validate-Job':
        return { statusCode: this.jammed ? 'server-error-not-accepting-jobs' : 'successful-ok' }
      case 'Print-Job':
        return this.print(asked, uri)
      case 'Get-Jobs': {
        const jobs = operation['which-jobs'] === 'completed' ? this.tray : []
        return { statusCode: 'successful-ok', ...(jobs.length ? { 'job-attributes-tag': jobs.map(job => jobOf(job, uri)) } : {}) }
      }
      case 'Get-Job-Attributes': {
        const job = this.tray.find(one => one.id === Number(operation['job-id']))
        return job ? { statusCode: 'successful-ok', 'job-attributes-tag': jobOf(job, uri) } : { statusCode: 'client-error-not-found' }
      }
      default:
        return { statusCode: 'server-error-operation-not-supported' }
    }
  }

  private print(asked: Message, uri: string): Message {
    const operation = asked['operation-attributes-tag'] ?? {}
    const wanted = ([asked['job-attributes-tag'] ?? {}] as Group[]).flat()[0] ?? {}
    if (this.jammed) return { statusCode: 'server-error-not-accepting-jobs' }
    if (this.trouble.fault === 'full') return { statusCode: 'server-error-too-many-jobs' }
    const bytes = asked.data ?? Buffer.alloc(0)
    if (!bytes.subarray(0, 5).equals(Buffer.from('%PDF-'))) return { statusCode: 'client-error-document-format-not-supported' }
    const job: PrintedJob = {
      id: this.next++,
      name: String(operation['job-name'] ?? 'untitled'),
      user: String(operation['requesting-user-name'] ?? 'anonymous'),
      copies: Number(wanted.copies ?? 1),
      sides: String(wanted.sides ?? 'one-sided'),
      colour: String(wanted['print-color-mode'] ?? 'auto'),
      bytes,
      at: new Date(),
    }
    this.tray.push(job)
    if (this.tray.length > mostInTray) this.tray.shift()
    return { statusCode: 'successful-ok', 'job-attributes-tag': jobOf(job, uri) }
  }

  private attributes(uri: string): Group {
    return {
      'printer-uri-supported': [uri],
      'uri-security-supported': ['none'],
      'uri-authentication-supported': ['none'],
      'printer-name': this.name,
      'printer-state': this.jammed ? 'stopped' : 'idle',
      'printer-state-reasons': [this.jammed ? 'media-jam' : 'none'],
      'ipp-versions-supported': ['1.1', '2.0'],
      'operations-supported': ['Print-Job', 'Validate-Job', 'Get-Job-Attributes', 'Get-Jobs', 'Get-Printer-Attributes'],
      'charset-configured': 'utf-8',
      'charset-supported': ['utf-8'],
      'natural-language-configured': 'en',
      'generated-natural-language-supported': ['en'],
      'document-format-default': 'application/pdf',
      'document-format-supported': ['application/pdf'],
      'printer-is-accepting-jobs': !this.jammed,
      'queued-job-count': 0,
      'pdl-override-supported': 'not-attempted',
      'printer-up-time': Math.max(1, Math.round(process.uptime())),
      'compression-supported': ['none'],
      'sides-supported': ['one-sided', 'two-sided-long-edge', 'two-sided-short-edge'],
      'print-color-mode-supported': ['auto', 'color', 'monochrome'],
    }
  }

  /** The first page of a job's paper, as a picture. */
  async picture(id: number): Promise<Buffer | null> {
    const job = this.tray.find(one => one.id === id)
    if (!job) return null
    const folder = await mkdtemp(join(tmpdir(), 'printed-'))
    try {
      await writeFile(join(folder, 'job.pdf'), job.bytes)
      await promisify(execFile)('pdftoppm', ['-png', '-r', '50', '-l', '1', '-singlefile', join(folder, 'job.pdf'), join(folder, 'page')])
      return await readFile(join(folder, 'page.png'))
    } finally {
      await rm(folder, { recursive: true })
    }
  }
}

/** The document behind the attributes, as bytes: the library gives it as text (RFC 8010, 3.1). */
function dataOf(body: Buffer): Buffer {
  let at = 8
  while (at < body.length && body[at] !== 0x03) {
    // A group's delimiter stands alone; an attribute has a name and a value, each behind its length.
    if (body[at]! <= 0x0f) at++
    else {
      at += 3 + body.readUInt16BE(at + 1)
      at += 2 + body.readUInt16BE(at)
    }
  }
  return body.subarray(at + 1)
}

const jobOf = (job: PrintedJob, uri: string): Group => ({
  'job-uri': `${uri}/${job.id}`,
  'job-id': job.id,
  'job-state': 'completed',
  'job-state-reasons': ['job-completed-successfully'],
  'job-name': job.name,
  'job-originating-user-name': job.user,
})
