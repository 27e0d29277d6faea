import { randomUUID } from 'node:crypto'
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http'
import { turned } from '../faultyPort'
import { bodyOf } from '../http'
import { documentsOf } from '../paper/part'
import type { Stack } from '../paper/stack'
import { makeStack, stackIds } from '../paper/stacks'
import { capabilitiesXml, statusXml } from './answersXml'
import { benchPage, topSheet } from './bench'
import { faults, Feeder, type Fault } from './feeder'
import { Glass } from './glass'
import { printedPaper } from './printedPaper'
import { Printer } from './printer'
import { printerPage } from './printerPage'
import { ScanJob } from './scanJob'
import { readSettings } from './settingsXml'

const mostBody = 64 * 1024

const body = async (request: IncomingMessage) => (await bodyOf(request, mostBody)).toString('utf8')

/** Where the badge reader beside the device tells of a badge, and the key with which it does. */
export interface Reader {
  address: string
  key: string
}

/** A simulated multifunction device: eSCL under /eSCL, its bench at the root. */
export function deviceServer(name: string, sidesPerMinute: number, reader: Reader | null = null): Server {
  const feeder = new Feeder()
  const glass = new Glass()
  const printer = new Printer(name)
  const jobs: ScanJob[] = []
  let offUntil = 0
  let copyingUntil = 0
  const busy = () => Date.now() < copyingUntil || jobs.some(job => job.state === 'Processing')
  const reply = (response: ServerResponse, status: number, type: string, content: string | Buffer) =>
    response.writeHead(status, { 'content-type': type, 'content-length': Buffer.byteLength(content) }).end(content)
  const xml = (response: ServerResponse, content: string) => reply(response, 200, 'text/xml; charset=utf-8', content)
  const refuse = (response: ServerResponse, status: number) => response.writeHead(status, { 'content-length': 0 }).end()

  async function escl(request: IncomingMessage, response: ServerResponse, path: string): Promise<unknown> {
    const asked = `${request.method} ${path}`
    if (asked === 'GET /eSCL/ScannerCapabilities') return xml(response, capabilitiesXml(name, 'SIM-0001'))
    if (asked === 'GET /eSCL/ScannerStatus') return xml(response, statusXml(feeder, jobs, busy()))
    if (asked === 'POST /eSCL/ScanJobs') return startJob(request, response)
    const [, id, rest] = /^\/eSCL\/ScanJobs\/([\w-]+)(\/NextDocument)?$/.exec(path) ?? []
    const job = jobs.find(known => known.id === id)
    if (!job) return refuse(response, 404)
    if (request.method === 'DELETE' && !rest) {
      job.cancel()
      return refuse(response, 200)
    }
    return request.method === 'GET' && rest ? sendNext(job, response) : refuse(response, 405)
  }

  async function startJob(request: IncomingMessage, response: ServerResponse): Promise<unknown> {
    const settings = readSettings(await body(request))
    if (!settings) return refuse(response, 400)
    if (busy()) return refuse(response, 503)
    if (settings.source === 'Feeder' ? !feeder.loaded || feeder.fault : !glass.face) return refuse(response, 409)
    const job = new ScanJob(randomUUID(), settings, feeder, glass, 60 / sidesPerMinute)
    jobs.push(job)
    return response.writeHead(201, { location: `http://${request.headers.host}/eSCL/ScanJobs/${job.id}`, 'content-length': 0 }).end()
  }

  async function sendNext(job: ScanJob, response: ServerResponse): Promise<unknown> {
    const side = await job.next()
    if (!side) return refuse(response, job.state === 'Aborted' ? 409 : 404)
    // Only what has left completely counts: a broken connection gets the same side again.
    response.on('finish', () => job.fetched())
    return reply(response, 200, side.mediaType, side.bytes)
  }

  async function bench(request: IncomingMessage, response: ServerResponse, path: string): Promise<unknown> {
    const back = () => response.writeHead(303, { location: './' }).end()
    if (request.method === 'GET' && path === '/')
      return reply(response, 200, 'text/html; charset=utf-8', benchPage(name, feeder, glass, busy(), reader !== null))
    if (path.startsWith('/tray')) return tray(request, response, path)
    if (request.method === 'GET' && path === '/top.png') {
      const picture = await topSheet(feeder)
      return picture ? reply(response, 200, 'image/png', picture) : refuse(response, 404)
    }
    if (request.method === 'POST' && path === '/load') {
      const form = new URLSearchParams(await body(request))
      const seed = Number(form.get('seed') ?? 1)
      const stack = form.get('stack') ?? ''
      const from = Number(form.get('from') || 1)
      if (!stackIds.includes(stack) || !Number.isInteger(seed) || !Number.isInteger(from) || from < 1) return refuse(response, 400)
      const times = Number(form.get('times') || 1)
      if (!Number.isInteger(times) || times < 1 || times > 100) return refuse(response, 400)
      const whole = makeStack(stack, seed)
      const documents = form.get('documents')
      try {
        feeder.put(copied(documents ? documentsOf(whole, documents) : whole, times), from)
      } catch {
        return refuse(response, 400)
      }
      const fault = form.get('fault') || 'jam'
      if (form.get('jam') && isFault(fault)) feeder.plan(fault, Number(form.get('jam')))
      return back()
    }
    if (request.method === 'POST' && path === '/glass') {
      const form = new URLSearchParams(await body(request))
      const stack = form.get('stack') ?? ''
      const laid =
        stackIds.includes(stack) &&
        glass.lay(
          makeStack(stack, Number(form.get('seed') || 1)),
          Number(form.get('from') || 1),
          form.get('face') === 'back' ? 'back' : 'front',
        )
      return laid ? back() : refuse(response, 400)
    }
    if (request.method === 'POST' && path === '/free') {
      feeder.free()
      return back()
    }
    if (request.method === 'POST' && path === '/cover') {
      feeder.openCover()
      return back()
    }
    if (request.method === 'POST' && path === '/away') {
      offUntil = Date.now() + Number(new URLSearchParams(await body(request)).get('minutes') ?? 1) * 60_000
      return back()
    }
    if (request.method === 'POST' && path === '/copying') {
      copyingUntil = Date.now() + Number(new URLSearchParams(await body(request)).get('seconds') ?? 30) * 1000
      return back()
    }
    if (request.method === 'POST' && path === '/badge' && reader) {
      const badge = new URLSearchParams(await body(request)).get('badge') ?? ''
      const told = await fetch(reader.address, {
        method: 'POST',
        headers: { 'content-type': 'application/json', authorization: `Bearer ${reader.key}` },
        body: JSON.stringify({ badge }),
      }).catch(() => null)
      return told?.ok ? back() : refuse(response, 502)
    }
    if (request.method === 'POST' && path === '/clear') {
      feeder.clear()
      return back()
    }
    return refuse(response, 404)
  }

  async function tray(request: IncomingMessage, response: ServerResponse, path: string): Promise<unknown> {
    if (path === '/tray/jam' && request.method === 'POST') {
      printer.jammed = !printer.jammed
      return response.writeHead(303, { location: '../tray' }).end()
    }
    if (turned(request, response, [printer.trouble], '/tray')) return
    if (path === '/tray') return reply(response, 200, 'text/html; charset=utf-8', printerPage(name, printer))
    const printed = (form: RegExp) => printer.tray.find(one => one.id === Number(form.exec(path)?.[1]))
    const again = printed(/^\/tray\/(\d+)\/feeder$/)
    if (again && request.method === 'POST') {
      feeder.put(await printedPaper(again))
      return response.writeHead(303, { location: '/' }).end()
    }
    const paper = printed(/^\/tray\/(\d+)\.pdf$/)
    if (paper) return reply(response, 200, 'application/pdf', paper.bytes)
    const picture = await printer.picture(Number(/^\/tray\/(\d+)\.png$/.exec(path)?.[1]))
    return picture ? reply(response, 200, 'image/png', picture) : refuse(response, 404)
  }

  return createServer((request, response) => {
    const path = new URL(request.url ?? '/', 'http://device').pathname
    // Switched off it answers nobody; its bench is not part of it.
    if (/^\/(eSCL|ipp)\//.test(path) && Date.now() < offUntil) return void request.socket.destroy()
    const work =
      path === '/ipp/print' && request.method === 'POST'
        ? printer.answer(request, response)
        : path.startsWith('/eSCL/')
          ? escl(request, response, path)
          : bench(request, response, path)
    work.catch((error: unknown) => {
      console.error(`${name}: ${request.method} ${path}: ${String(error)}`)
      if (!response.headersSent) refuse(response, 500)
      else response.destroy()
    })
  })
}

/** The same stack, so many times on top of itself. */
const copied = (stack: Stack, times: number): Stack => ({ ...stack, sheets: Array.from({ length: times }, () => stack.sheets).flat() })

const isFault = (text: string): text is Fault => (faults as readonly string[]).includes(text)
