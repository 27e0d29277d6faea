import { readFile } from 'node:fs/promises'
import { setTimeout as pause } from 'node:timers/promises'
import ipp, { type Group, type Message } from 'ipp'
import { z } from 'zod'
import { reachedFetch } from '../reach/fetch'
import { refusedReach } from '../reach/networks'
import { defineConnector, Refusal, type Delivery, type Receipt } from './connector'

const Options = z.strictObject({
  address: z
    .url({ protocol: /^(ipps?|https?)$/ })
    .meta({ title: 'Address', description: 'The printer’s, such as ipp://printer.example/ipp/print' }),
  sides: z
    .enum(['one-sided', 'two-sided-long-edge', 'two-sided-short-edge'])
    .default('two-sided-long-edge')
    .meta({ title: 'Sides', description: 'One side of the paper, or both: like a book or like a notepad' }),
  colour: z
    .enum(['auto', 'color', 'monochrome'])
    .default('auto')
    .meta({ title: 'Colour', description: 'As the document is, colour, or mono' }),
  copies: z.int().min(1).max(99).default(1).meta({ title: 'Copies', description: 'How many of each document' }),
})
type Options = z.infer<typeof Options>

const seconds = 60
/** How long one waits for the paper to lie in the tray. */
const printSeconds = 300
/** Job states of RFC 8011, 5.3.7, as the library names them. */
const ended = { completed: 'completed', canceled: 'canceled', aborted: 'aborted' }

/** A printer that speaks IPP (RFC 8010, RFC 8011) and takes PDF. */
export default defineConnector({
  name: 'printer',
  label: 'printer (IPP)',
  options: Options,
  open: options => ({
    deliver: delivery => said(options, () => deliver(options, delivery)),
    check: () => said(options, () => check(options)),
    dispose: async () => undefined,
  }),
})

const httpAddress = ({ address }: Options) => {
  const url = new URL(address)
  if (!url.protocol.startsWith('ipp')) return url.href
  const port = url.port || '631'
  return `${url.protocol === 'ipps:' ? 'https' : 'http'}://${url.hostname}:${port}${url.pathname}${url.search}`
}

let requests = 0

async function call(options: Options, operation: string, attributes: Group, more: Partial<Message> = {}): Promise<Message> {
  const body = ipp.serialize({
    version: '2.0',
    operation,
    id: ++requests,
    'operation-attributes-tag': {
      'attributes-charset': 'utf-8',
      'attributes-natural-language': 'en',
      'printer-uri': options.address,
      'requesting-user-name': 'rubricator',
      ...attributes,
    },
    ...more,
  })
  const answer = await reachedFetch(httpAddress(options), {
    method: 'POST',
    headers: { 'content-type': 'application/ipp' },
    body: new Uint8Array(body),
    signal: AbortSignal.timeout(seconds * 1000),
  })
  if (!answer.ok) throw new Error(`${new URL(options.address).host} answered ${answer.status}. Check the address of the printer.`)
  const reply = ipp.parse(Buffer.from(await answer.arrayBuffer()))
  const status = reply.statusCode ?? 'unknown'
  if (!status.startsWith('successful')) throw new Answered(status)
  return reply
}

/** The printer understood, and does not do it. */
class Answered extends Error {}

const jobsOf = ({ 'job-attributes-tag': jobs }: Message): Group[] => (jobs === undefined ? [] : Array.isArray(jobs) ? jobs : [jobs])

/** The job of a file, if the printer knows one of its name: a try whose answer was lost has printed it. */
async function knownJob(options: Options, name: string): Promise<number | null> {
  for (const which of ['not-completed', 'completed']) {
    const jobs = jobsOf(
      await call(options, 'Get-Jobs', { 'which-jobs': which, 'requested-attributes': ['job-id', 'job-name', 'job-state'], limit: 500 }),
    )
    const found = jobs.find(job => job['job-name'] === name && ![ended.canceled, ended.aborted].includes(String(job['job-state'])))
    if (found) return Number(found['job-id'])
  }
  return null
}

async function deliver(options: Options, delivery: Delivery): Promise<Receipt> {
  const files = delivery.files.filter(file => file.mediaType === 'application/pdf')
  if (!files.length) throw new Refusal('A printer takes PDF, and this document has none. Give its rubric one, and send it here.', 'never')
  const jobs: number[] = []
  for (const file of files) {
    const name = `Rubricator ${delivery.id} ${file.sha256.slice(0, 12)}`
    const job = (await knownJob(options, name)) ?? (await print(options, name, await readFile(file.path)))
    await printed(options, job)
    jobs.push(job)
  }
  const { host } = new URL(options.address)
  return { place: options.address, answer: `${host} printed it as job ${jobs.join(', ')}.` }
}

async function print({ ...options }: Options, name: string, data: Buffer): Promise<number> {
  const reply = await call(
    options,
    'Print-Job',
    { 'job-name': name, 'document-format': 'application/pdf' },
    { 'job-attributes-tag': { copies: options.copies, sides: options.sides, 'print-color-mode': options.colour }, data },
  )
  return Number(jobsOf(reply)[0]?.['job-id'])
}

/** Waits until the paper is out. @throws {Error} where the printer gives the job up */
async function printed(options: Options, job: number): Promise<void> {
  for (const end = Date.now() + printSeconds * 1000; Date.now() < end; await pause(500)) {
    const [found] = jobsOf(await call(options, 'Get-Job-Attributes', { 'job-id': job }))
    const state = String(found?.['job-state'])
    if (state === ended.completed) return
    if (state === ended.canceled || state === ended.aborted)
      throw new Refusal(
        `The printer gave job ${job} up (${String(found?.['job-state-reasons'] ?? state)}). Look at it, then send it again.`,
      )
  }
  throw new Error(`Job ${job} lies at the printer and is not printed yet. Look whether it wants paper.`)
}

async function check(options: Options): Promise<string> {
  const reply = await call(options, 'Get-Printer-Attributes', {
    'requested-attributes': ['printer-name', 'printer-state', 'document-format-supported', 'printer-is-accepting-jobs'],
  })
  const printer = reply['printer-attributes-tag'] ?? {}
  const formats = [printer['document-format-supported'] ?? []].flat()
  if (!formats.includes('application/pdf')) throw new Refusal('This printer does not take PDF. Use another one.')
  return `${String(printer['printer-name'])} answers, and takes PDF. Nothing was printed.`
}

async function said<T>({ address }: Options, work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    const refused = refusedReach(error)
    if (refused) throw new Refusal(refused.message, 'person', { cause: error })
    const { host } = new URL(address)
    if (error instanceof Answered) {
      if (/not-accepting|busy|temporary|too-many|internal/.test(error.message))
        throw new Error(`${host} takes no jobs now (${error.message}). Look at the printer.`, { cause: error })
      throw new Refusal(`${host} refused: ${error.message}. Look at what this printer can do.`, 'person', { cause: error })
    }
    if (error instanceof TypeError || (error as Error).name === 'TimeoutError')
      throw new Error(`${host} does not answer. Check that it runs and can be reached from here.`, { cause: error })
    throw error
  }
}
