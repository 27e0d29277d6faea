import { slipRefused } from '../flow/deliver'
import { holdBatch } from '../flow/hold'
import type { Flow } from '../flow/inBatch'
import { loadEnded } from '../flow/load'
import { findLoad } from '../store/batches/loads'
import { printFailed } from '../store/printJobs'
import { findDocument } from '../store/documents/read'
import { pageToExamine } from '../store/pages/toExamine'
import type { Jobs, Step } from '../store/queue'
import { findSlip } from '../store/slips/toDeliver'

/** What went wrong, for a person; no full stop. */
export function wordsOf(error: unknown): string {
  const { code } = error as NodeJS.ErrnoException
  if (code === 'ENOSPC' || code === 'EDQUOT') return 'the disk with the pictures is full; make room on it'
  return (error instanceof Error ? error.message : String(error)).replace(/\s+/g, ' ').slice(0, 300)
}

/** A job that will not be tried again by itself: its batch waits for a person, with what went wrong. */
export async function lastFailure(flow: Flow, step: Step, data: Jobs[Step], error: unknown): Promise<void> {
  const words = wordsOf(error)
  if ('document' in data) {
    const document = await findDocument(flow.sql, data.document)
    if (document) await holdBatch(flow, document.batch_id, `Document ${document.position} stopped at "${step}": ${words}`)
  } else if ('load' in data) {
    const load = await findLoad(flow.sql, data.load)
    if (load) await loadEnded(flow, load, 'failed', `Taking sides in stopped: ${words}. Sides shown here are safe; load the rest again.`)
  } else if ('page' in data) {
    const page = await pageToExamine(flow.sql, data.page)
    if (page && !page.done) await holdBatch(flow, page.batch_id, `Page ${page.position} could not be examined: ${words}`)
  } else if ('slip' in data) {
    const slip = await findSlip(flow.sql, data.slip)
    if (slip) await slipRefused(flow, slip, `Delivering stopped: ${words}. Look at the files, then send it again.`, true)
  } else if ('print' in data) {
    await printFailed(flow.sql, data.print, `Printing stopped: ${words}.`)
  } else if ('batch' in data) {
    await holdBatch(flow, data.batch, `Splitting stopped: ${words}`)
  }
}
