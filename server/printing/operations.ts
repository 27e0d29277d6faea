import { z } from 'zod'
import { PrintChoices, type PrintState } from '../../core/model/printing'
import type { Person } from '../../shared/views/people'
import { comePrint, deletePrint, findPrint, printsOf, type PrintJob } from '../../store/printJobs'
import { store } from '../context'
import { holdBytes } from './hold'
import {
  boolean,
  charset,
  collection,
  enumeration,
  integer,
  keyword,
  language,
  mediaType,
  name,
  range,
  resolution,
  text,
  uri,
  type Answer,
  type Asked,
  type Attributes,
} from './message'

/** Operations of RFC 8011, 5.4.15, as they are numbered. */
const operations = {
  printJob: 0x0002,
  validateJob: 0x0004,
  createJob: 0x0005,
  sendDocument: 0x0006,
  cancelJob: 0x0008,
  jobAttributes: 0x0009,
  jobs: 0x000a,
  printerAttributes: 0x000b,
}
/** Status codes of RFC 8011, appendix B. */
const status = {
  fine: 0x0000,
  badRequest: 0x0400,
  notPossible: 0x0404,
  notFound: 0x0406,
  format: 0x040a,
  value: 0x040b,
  charset: 0x040d,
  unsupported: 0x0501,
  version: 0x0503,
  tooMany: 0x0507,
}

/** Only what a printer can do is told to those who are not known. */
export const needsPerson = ({ operation }: Asked): boolean => operation !== operations.printerAttributes

const mostJobBytes = 500 * 1024 * 1024
const mostJobs = 100

/** Where the queue is, as a program names it: for the addresses in answers. */
export interface Place {
  uri: string
  officeName: string
}

/** Groups of attributes that a request may name instead of each (RFC 8011, 4.2.5 and 4.3.4). */
const groupNames = ['all', 'printer-description', 'job-description', 'job-template']

/** Of these attributes those that were asked for. */
const requestedOf = ({ requested }: Pick<Asked, 'requested'>, attributes: Attributes): Attributes =>
  requested.length === 0 || requested.some(one => groupNames.includes(one))
    ? attributes
    : Object.fromEntries(Object.entries(attributes).filter(([called]) => requested.includes(called)))

/** Answers one request. @param person null where nobody is known, who asks for no more than what the printer can do */
export async function answerPrint(asked: Asked, document: AsyncIterable<Buffer>, person: Person | null, place: Place): Promise<Answer> {
  const fault = faultOf(asked)
  if (fault !== null) return { status: fault }
  if (asked.operation === operations.printerAttributes) return { status: status.fine, printer: requestedOf(asked, printerOf(place)) }
  if (!person) return { status: status.badRequest }
  const { sql } = store()
  const number = Number(
    asked.of['job-id'] ??
      String(asked.of['job-uri'] ?? '')
        .split('/')
        .at(-1),
  )
  switch (asked.operation) {
    case operations.validateJob:
      return { status: takes(asked) ? status.fine : status.format }
    case operations.printJob: {
      if (!takes(asked)) return { status: status.format }
      const job = await comePrint(sql, person.id, nameOf(asked), choicesOf(asked))
      return job ? take(person, job, document, place) : tooMany
    }
    case operations.createJob: {
      const job = await comePrint(sql, person.id, nameOf(asked), choicesOf(asked))
      return job ? { status: status.fine, jobs: [attributesOf(job, place)] } : tooMany
    }
    case operations.sendDocument: {
      const job = await findPrint(sql, person.id, number)
      if (!job) return { status: status.notFound }
      if (job.state !== 'coming') return { status: status.notPossible, says: 'This job has its document already.' }
      return takes(asked) ? take(person, job, document, place) : { status: status.format }
    }
    case operations.cancelJob:
      return { status: (await deletePrint(sql, person.id, number)) ? status.fine : status.notPossible }
    case operations.jobAttributes: {
      const job = await findPrint(sql, person.id, number)
      return job ? { status: status.fine, jobs: [requestedOf(asked, attributesOf(job, place))] } : { status: status.notFound }
    }
    case operations.jobs: {
      const which = asked.of['which-jobs'] ?? 'not-completed'
      if (which !== 'completed' && which !== 'not-completed') return { status: status.value }
      const most = Math.min(mostJobs, Math.max(1, Number(asked.of.limit) || mostJobs))
      const jobs = await printsOf(sql, person.id, which === 'completed' ? 'ended' : 'waiting', most)
      const requested = asked.requested.length ? asked.requested : ['job-uri', 'job-id']
      return { status: status.fine, jobs: jobs.map(job => requestedOf({ requested }, attributesOf(job, place))) }
    }
    default:
      return { status: status.unsupported }
  }
}

/** What keeps a request from being one that is answered (RFC 8011, 4.1). */
function faultOf({ version, id, of }: Asked): number | null {
  if (version[0] < 1 || version[0] > 2) return status.version
  const [first, second] = Object.keys(of)
  if (id === 0 || first !== 'attributes-charset' || second !== 'attributes-natural-language') return status.badRequest
  if (!['utf-8', 'us-ascii'].includes(String(of['attributes-charset']).toLowerCase())) return status.charset
  return of['printer-uri'] === undefined && of['job-uri'] === undefined ? status.badRequest : null
}

const tooMany: Answer = { status: status.tooMany, says: 'Too many of your jobs wait. Print or delete some at a device first.' }

const takes = ({ of }: Asked) =>
  ['application/pdf', 'application/octet-stream'].includes(String(of['document-format'] ?? 'application/pdf'))

const nameOf = ({ of }: Asked) =>
  String(of['job-name'] ?? of['document-name'] ?? 'untitled')
    .replace(/[\u0000-\u001f]/g, ' ')
    .trim()
    .slice(0, 200) || 'untitled'

/** What the program asks for; what a printer of ours does not do is left to the person at the device. */
function choicesOf({ job }: Asked): Partial<PrintChoices> {
  const { copies, sides, colour } = PrintChoices.shape
  const given = <T>(schema: z.ZodType<T>, value: unknown) => schema.safeParse(value).data
  return Object.fromEntries(
    Object.entries({
      copies: given(copies, job.copies),
      sides: given(sides, job.sides),
      colour: given(colour, job['print-color-mode']),
    }).filter(([, value]) => value !== undefined),
  )
}

/** Keeps a job's document, and answers once it is safe. */
async function take(person: Person, job: PrintJob, document: AsyncIterable<Buffer>, place: Place): Promise<Answer> {
  const { sql, blobs } = store()
  let bytes = 0
  const counted = async function* () {
    for await (const chunk of pdfOnly(document)) {
      bytes += chunk.length
      yield chunk
    }
  }
  try {
    const blob = await blobs.putStream(counted(), mostJobBytes)
    if (!(await holdBytes(job.id, blob, bytes))) return { status: status.notPossible, says: 'It was deleted meanwhile.' }
    return { status: status.fine, jobs: [attributesOf({ ...job, state: 'held' }, place)] }
  } catch (error) {
    await deletePrint(sql, person.id, job.id)
    if (error instanceof NoPdf) return { status: status.format, says: error.message }
    if (error instanceof RangeError) return { status: status.notPossible, says: 'The document is larger than 500 MB. Print it in parts.' }
    throw error
  }
}

class NoPdf extends Error {}

async function* pdfOnly(document: AsyncIterable<Buffer>): AsyncGenerator<Buffer> {
  let begin: Buffer | null = Buffer.alloc(0)
  for await (const chunk of document) {
    if (begin === null) {
      yield chunk
      continue
    }
    begin = Buffer.concat([begin, chunk])
    if (begin.length < 5) continue
    if (begin.toString('latin1', 0, 5) !== '%PDF-') throw new NoPdf('This printer takes PDF. Choose PDF in the program that prints.')
    yield begin
    begin = null
  }
  if (begin !== null) throw new NoPdf('No document came with the job.')
}

/** Job states of RFC 8011, 5.3.7. */
const states: Record<PrintState, [number, string]> = {
  coming: [4, 'job-incoming'],
  held: [4, 'job-hold-until-specified'],
  printing: [5, 'job-printing'],
  deleted: [7, 'job-canceled-by-user'],
  printed: [9, 'job-completed-successfully'],
}

const attributesOf = ({ id, name: called, state }: PrintJob, { uri: printer }: Place): Attributes => ({
  'job-uri': uri(`${printer}/${id}`),
  'job-id': integer(id),
  'job-printer-uri': uri(printer),
  'job-name': name(called),
  'job-state': enumeration(states[state][0]),
  'job-state-reasons': keyword(states[state][1]),
})

// What a queue has no say in, as every printer has it (RFC 8011, 5.2).
const [none, portrait, normal] = [3, 3, 4]

const printerOf = ({ uri: address, officeName }: Place): Attributes => ({
  'printer-uri-supported': uri(address),
  'uri-security-supported': keyword(address.startsWith('ipps') ? 'tls' : 'none'),
  'uri-authentication-supported': keyword('basic'),
  'printer-name': name('Rubricator'),
  'printer-info': text(`Held until you stand at a device${officeName ? `, ${officeName}` : ''}`),
  'printer-location': text(officeName),
  'printer-more-info': uri(address.replace(/^ipp/, 'http').replace('/api/print', '/account')),
  'printer-make-and-model': text('Rubricator held printing'),
  'printer-state': enumeration(3),
  'printer-state-reasons': keyword('none'),
  'printer-is-accepting-jobs': boolean(true),
  'printer-up-time': integer(Math.max(1, Math.round(process.uptime()))),
  'queued-job-count': integer(0),
  'ipp-versions-supported': [keyword('1.1'), keyword('2.0')],
  'operations-supported': Object.values(operations).map(one => enumeration(one)),
  'multiple-document-jobs-supported': boolean(false),
  'charset-configured': charset('utf-8'),
  'charset-supported': charset('utf-8'),
  'natural-language-configured': language('en'),
  'generated-natural-language-supported': language('en'),
  'document-format-default': mediaType('application/pdf'),
  'document-format-supported': [mediaType('application/pdf'), mediaType('application/octet-stream')],
  'pdl-override-supported': keyword('attempted'),
  'compression-supported': keyword('none'),
  'copies-default': integer(1),
  'copies-supported': range([1, 99]),
  'sides-default': keyword('two-sided-long-edge'),
  'sides-supported': PrintChoices.shape.sides.options.map(one => keyword(one)),
  'print-color-mode-default': keyword('auto'),
  'print-color-mode-supported': PrintChoices.shape.colour.options.map(one => keyword(one)),
  'color-supported': boolean(true),
  'media-col-default': collection({ 'media-size': collection({ 'x-dimension': integer(21000), 'y-dimension': integer(29700) }) }),
  'finishings-default': enumeration(none),
  'finishings-supported': enumeration(none),
  'orientation-requested-default': enumeration(portrait),
  'orientation-requested-supported': enumeration(portrait),
  'output-bin-default': keyword('auto'),
  'output-bin-supported': keyword('auto'),
  'print-quality-default': enumeration(normal),
  'print-quality-supported': enumeration(normal),
  'printer-resolution-default': resolution([600, 600]),
  'printer-resolution-supported': resolution([600, 600]),
  'pages-per-minute': integer(40),
  'pages-per-minute-color': integer(40),
  'media-default': keyword('iso_a4_210x297mm'),
  'media-supported': [keyword('iso_a4_210x297mm'), keyword('iso_a3_297x420mm'), keyword('iso_a5_148x210mm'), keyword('na_letter_8.5x11in')],
})
