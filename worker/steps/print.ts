import { readFile } from 'node:fs/promises'
import { Refusal } from '../../connectors/connector'
import { printPdf } from '../../connectors/ippPrinter'
import { printDone, printFailed, printToDo } from '../../store/printJobs'
import type { Attempt, Work } from '../context'

/** One print job, at the device where its owner stands. */
export async function print({ sql, blobs }: Work, { print: id }: { print: number }, { last }: Attempt): Promise<void> {
  const job = await printToDo(sql, id)
  if (!job) return
  try {
    if (job.printer === null) throw new Refusal(`${job.device} prints no more. Go to another device, or ask a steward.`)
    // Another copy of Rubricator may have printed a job of this number there.
    const name = `Rubricator print ${job.id}-${job.round} ${job.blob.slice(0, 12)}`
    await printPdf(job.printer, name, await readFile(await blobs.local(job.blob)), job)
    await printDone(sql, id)
  } catch (error) {
    if (!(error instanceof Refusal) && !last) throw error
    await printFailed(sql, id, error instanceof Error ? error.message : String(error))
  }
}
