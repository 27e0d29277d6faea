import { connect, createServer, type Server, type Socket } from 'node:net'
import { setTimeout as pause } from 'node:timers/promises'
import type { IncomingMessage, ServerResponse } from 'node:http'
import { bodyOf } from './http'

/** What can go wrong at a destination. */
export const faults = ['none', 'refuse', 'full', 'slow', 'break', 'forget answer', 'expired'] as const
export type Fault = (typeof faults)[number] | 'unknown key'

export const faultWords: Record<Fault, string> = {
  none: 'all goes well',
  refuse: 'it refuses everything',
  full: 'it has no room left',
  slow: 'it answers after five seconds',
  break: 'it breaks off half-way',
  'forget answer': 'it takes everything and its answer is lost',
  expired: 'our credentials no longer hold',
  'unknown key': 'it shows a key or certificate that nobody knows',
}

/** What goes wrong now; whoever serves looks at it. */
export class Switch {
  fault: Fault = 'none'

  /** @param name as forms send it */
  constructor(
    readonly name: string,
    readonly label: string,
    readonly offered: readonly Fault[] = faults,
  ) {}

  /** Turns it, where a form says so. */
  turn(form: URLSearchParams): void {
    const fault = this.offered.find(one => one === form.get(this.name))
    if (fault) this.fault = fault
  }
}

/** The form that turns switches, as HTML. */
export const switchForm = (switches: readonly Switch[], action = '/switch'): string =>
  `<form method="post" action="${action}">${switches
    .map(({ name, label, offered, fault }) => {
      const options = offered.map(one => `<option value="${one}"${one === fault ? ' selected' : ''}>${faultWords[one]}</option>`)
      return `<p><label>${label} <select name="${name}">${options.join('')}</select></label></p>`
    })
    .join('')}<button>So be it</button></form>`

/** Answers the form that turns switches; false where something else was asked. @param page on which the form stands */
export function turned(request: IncomingMessage, response: ServerResponse, switches: readonly Switch[], page = '/'): boolean {
  if (request.method !== 'POST' || request.url !== `${page === '/' ? '' : page}/switch`) return false
  void bodyOf(request, 1000).then(
    body => {
      for (const one of switches) one.turn(new URLSearchParams(body.toString()))
      response.writeHead(303, { location: page }).end()
    },
    () => response.writeHead(400).end(),
  )
  return true
}

/** How a protocol is told apart from outside. */
export interface Speech {
  /**
   * Whether a client's words ask for something to be kept, and end there: the answer to it may be lost.
   * @param end of all its words so far
   */
  keeps: (words: Buffer, end: Buffer) => boolean
  /** What is said to whom has no room, or no longer lets in; null where only the server itself can say it. */
  answer: (words: Buffer, fault: 'full' | 'expired') => string | null
  /** Words that are let through whatever goes wrong: of people who look. */
  free?: (words: Buffer) => boolean
  /** Whether the server must see whole requests alone: one that keeps parts of others would lose the protocol's promise. */
  whole?: boolean
  /** Where it breaks off, in bytes that came from the client. */
  halfWay?: number
}

const startsWith = (pattern: RegExp) => (words: Buffer) => pattern.test(words.subarray(0, 200).toString('latin1'))
const httpChange = startsWith(/^(PUT|POST|MKCOL|MOVE|DELETE) /)
const httpAnswer = (status: string) => `HTTP/1.1 ${status}\r\nContent-Length: 0\r\nConnection: close\r\n\r\n`

/** HTTP. @param free requests of people, by method and path */
export const http = (free?: RegExp): Speech => ({
  keeps: httpChange,
  answer: (words, fault) =>
    fault === 'expired' ? httpAnswer('401 Unauthorized') : httpChange(words) ? httpAnswer('507 Insufficient Storage') : null,
  ...(free ? { free: startsWith(free) } : {}),
})
/** The object store's: what it takes is there whole or not at all, and the server behind keeps what broke off. */
export const objects: Speech = { ...http(), whole: true }
/** SMTP: a mail ends with a lone full stop. */
export const smtp: Speech = { keeps: (_, end) => end.toString('latin1') === '\r\n.\r\n', answer: () => null }
/** What is said in secret: what goes wrong above the wire, its server does itself. @param halfWay after so many bytes it breaks off */
const secret = (halfWay: number): Speech => ({ keeps: () => false, answer: () => null, halfWay })
/** More than greeting and sign-in take. */
export const sftp = secret(3500)
/** Files go through ports of their own; so many bytes of commands are about half of what one takes. */
export const ftp = secret(1200)
/** More than any command, less than most files. */
const usualHalf = 3500
const slowMs = 5000

/**
 * A port in front of a server, where things go wrong as a switch says.
 * @param to the server's own port, here
 * @param stranger that of another one, whose key nobody knows
 */
export function faultyPort(to: number, turned: Switch, speech: Speech, stranger = to): Server {
  return createServer({ allowHalfOpen: true }, client => {
    const server = connect({ port: turned.fault === 'unknown key' ? stranger : to, host: '127.0.0.1', allowHalfOpen: true })
    const end = () => {
      client.destroy()
      server.destroy()
    }
    client.on('error', end)
    server.on('error', end)
    client.on('close', end)
    if (turned.fault === 'refuse' && !speech.free) return end()
    let sent = 0
    /** The last five bytes: a full stop on a line of its own may come apart. */
    let tail = Buffer.alloc(0)
    /** The answer to what was sent last is lost. */
    let lost = false
    const pass = async (words: Buffer): Promise<void> => {
      const free = speech.free?.(words) ?? false
      const fault = free ? 'none' : turned.fault
      if (fault === 'refuse') return end()
      if (fault === 'slow') await pause(slowMs)
      if (fault === 'full' || fault === 'expired') {
        const answer = speech.answer(words, fault)
        if (answer !== null) return void client.end(answer)
      }
      sent += words.length
      tail = Buffer.concat([tail, words]).subarray(-5)
      const keeps = speech.keeps(words, tail)
      lost = fault === 'forget answer' && (lost || keeps)
      if (fault === 'break' && speech.whole && keeps) return end()
      if (fault === 'break' && (sent > (speech.halfWay ?? usualHalf) || keeps)) {
        server.write(words.subarray(0, words.length >> 1), () => setTimeout(end, 20))
        return
      }
      server.write(words)
    }
    void forward(client, speech.whole ?? false, pass).then(() => server.end(), end)
    server.on('data', words => {
      if (lost) end()
      else client.write(words)
    })
    server.on('end', () => client.end())
  })
}

async function forward(from: Socket, whole: boolean, pass: (words: Buffer) => Promise<void>): Promise<void> {
  const chunks = from as AsyncIterable<Buffer>
  const goOn = () => from.write('HTTP/1.1 100 Continue\r\n\r\n')
  for await (const words of whole ? requests(chunks, goOn) : chunks) await pass(words)
}

const headEnd = Buffer.from('\r\n\r\n')

/**
 * HTTP requests, each whole; one that breaks off never comes.
 * @param goOn tells whoever waits for that to send the rest (RFC 9110, 10.1.1)
 */
async function* requests(chunks: AsyncIterable<Buffer>, goOn: () => void): AsyncGenerator<Buffer> {
  let held: Buffer[] = []
  let size = 0
  let length: number | null = null
  for await (const chunk of chunks) {
    held.push(chunk)
    size += chunk.length
    while (size > 0) {
      if (length === null) {
        held = [Buffer.concat(held)]
        length = lengthOf(held[0]!)
        if (/^[^]*?\r\nexpect: *100-continue/i.test(held[0]!.subarray(0, 4096).toString('latin1')) && (length ?? Infinity) > size) goOn()
      }
      if (length === null || size < length) break
      const all = Buffer.concat(held)
      yield all.subarray(0, length)
      const rest = all.subarray(length)
      held = rest.length ? [rest] : []
      size = rest.length
      length = null
    }
  }
}

/** How long the request is that begins here; null where that is not known yet. */
function lengthOf(held: Buffer): number | null {
  const head = held.indexOf(headEnd)
  if (head === -1) return null
  const words = held.subarray(0, head).toString('latin1')
  const body = head + headEnd.length
  if (!/^transfer-encoding: *chunked/im.test(words)) return body + Number(/^content-length: *(\d+)/im.exec(words)?.[1] ?? 0)
  const last = held.indexOf('0\r\n\r\n', body)
  return last === -1 ? null : last + 5
}
