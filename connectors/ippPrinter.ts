import { setTimeout as pause } from 'node:timers/promises'
import ipp, { type Group, type Message } from 'ipp'
import type { PrintChoices } from '../core/model/printing'
import { reachedFetch } from '../reach/fetch'
import { Refusal } from './connector'
import { unreached } from './unreached'

const seconds = 60
/** How long one waits for the paper to lie in the tray. */
const printSeconds = 300
/** Job states of RFC 8011, 5.3.7, as the library names them. */
const ended = { completed: 'completed', canceled: 'canceled', aborted: 'aborted' }

function httpAddress(address: string): string {
  const url = new URL(address)
  if (!url.protocol.startsWith('ipp')) return url.href
  const port = url.port || '631'
  return `${url.protocol === 'ipps:' ? 'https' : 'http'}://${url.hostname}:${port}${url.pathname}${url.search}`
}

let requests = 0

async function call(address: string, operation: string, attributes: Group, more: Partial<Message> = {}): Promise<Message> {
  const body = ipp.serialize({
    version: '2.0',
    operation,
    id: ++requests,
    'operation-attributes-tag': {
      'attributes-charset': 'utf-8',
      'attributes-natural-language': 'en',
      'printer-uri': address,
      'requesting-user-name': 'rubricator',
      ...attributes,
    },
    ...more,
  })
  const answer = await reachedFetch(httpAddress(address), {
    method: 'POST',
    headers: { 'content-type': 'application/ipp' },
    body: new Uint8Array(body),
    signal: AbortSignal.timeout(seconds * 1000),
  })
  if (answer.status === 401 || answer.status === 403)
    throw new Refusal(
      `${new URL(address).host} prints only for whom it knows (${answer.status}). Ask its administrator to let this machine print.`,
    )
  if (!answer.ok) throw new Error(`${new URL(address).host} answered ${answer.status}. Check the address of the printer.`)
  const reply = ipp.parse(Buffer.from(await answer.arrayBuffer()))
  const status = reply.statusCode ?? 'unknown'
  if (!status.startsWith('successful')) throw new Answered(status)
  return reply
}

/** The printer understood, and does not do it. */
class Answered extends Error {}

const jobsOf = ({ 'job-attributes-tag': jobs }: Message): Group[] => (jobs === undefined ? [] : Array.isArray(jobs) ? jobs : [jobs])

/** The job of a file, if the printer knows one of its name: a try whose answer was lost has printed it. */
async function knownJob(address: string, name: string): Promise<number | null> {
  for (const which of ['not-completed', 'completed']) {
    const jobs = jobsOf(
      await call(address, 'Get-Jobs', { 'which-jobs': which, 'requested-attributes': ['job-id', 'job-name', 'job-state'], limit: 500 }),
    )
    const found = jobs.find(job => job['job-name'] === name && ![ended.canceled, ended.aborted].includes(String(job['job-state'])))
    if (found) return Number(found['job-id'])
  }
  return null
}

/**
 * Prints a PDF once, however often this is called with its name, and waits until the paper is out; gives the printer's number of it.
 * @param address a printer that speaks IPP (RFC 8010, RFC 8011)
 * @throws {Refusal} where trying again would change nothing
 */
export function printPdf(address: string, name: string, data: Buffer, { copies, sides, colour }: PrintChoices): Promise<number> {
  return said(address, async () => {
    const known = await knownJob(address, name)
    const job =
      known ??
      Number(
        jobsOf(
          await call(
            address,
            'Print-Job',
            { 'job-name': name, 'document-format': 'application/pdf' },
            { 'job-attributes-tag': { copies, sides, 'print-color-mode': colour }, data },
          ),
        )[0]?.['job-id'],
      )
    await printed(address, job)
    return job
  })
}

/** Waits until the paper is out. @throws {Error} where the printer gives the job up */
async function printed(address: string, job: number): Promise<void> {
  for (const end = Date.now() + printSeconds * 1000; Date.now() < end; await pause(500)) {
    const [found] = jobsOf(await call(address, 'Get-Job-Attributes', { 'job-id': job }))
    const state = String(found?.['job-state'])
    if (state === ended.completed) return
    if (state === ended.canceled || state === ended.aborted)
      throw new Refusal(
        `The printer gave job ${job} up (${String(found?.['job-state-reasons'] ?? state)}). Look at it, then send it again.`,
      )
  }
  throw new Error(`Job ${job} lies at the printer and is not printed yet. Look whether it wants paper.`)
}

/** Asks a printer whether it takes PDF; gives a sentence. Nothing is printed. */
export function checkPrinter(address: string): Promise<string> {
  return said(address, async () => {
    const reply = await call(address, 'Get-Printer-Attributes', {
      'requested-attributes': ['printer-name', 'printer-state', 'document-format-supported', 'printer-is-accepting-jobs'],
    })
    const printer = reply['printer-attributes-tag'] ?? {}
    const formats = [printer['document-format-supported'] ?? []].flat()
    if (!formats.includes('application/pdf')) throw new Refusal('This printer does not take PDF. Use another one.')
    return `${String(printer['printer-name'])} answers, and takes PDF. Nothing was printed.`
  })
}

async function said<T>(address: string, work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    const { host } = new URL(address)
    if (error instanceof Answered) {
      if (/not-accepting|busy|temporary|too-many|internal/.test(error.message))
        throw new Error(`${host} takes no jobs now (${error.message}). Look at the printer.`, { cause: error })
      throw new Refusal(`${host} refused: ${error.message}. Look at what this printer can do.`, 'person', { cause: error })
    }
    if (error instanceof TypeError || (error as Error).name === 'TimeoutError') throw unreached(error, host)
    throw error
  }
}
