import type { BatchRow } from '~~/shared/views/batches'
import { counted } from './count'

/** One line of the Desk: what stands there, and what to do about it. */
export interface DeskLine {
  batch: BatchRow
  before: string
  after: string
  act: string
  to: string
  waits: boolean
}

/** What a batch needs now, as a sentence around its name. */
export function deskLine(batch: BatchRow): DeskLine {
  const line = (before: string, after: string, act: string, to: string, waits: boolean): DeskLine => ({
    batch,
    before,
    after,
    act,
    to,
    waits,
  })
  const ribbon = `/batches/${batch.id}`
  switch (batch.state) {
    case 'receiving':
      return batch.scanning
        ? line('', `is being scanned: ${counted(batch.sides, 'side')} so far.`, 'Watch', ribbon, false)
        : line('', `has ${counted(batch.sides, 'side')}. Is more paper to come, or is it complete?`, 'Say which', ribbon, true)
    case 'to fix':
      if (!batch.mayFix) return line('', 'waits for somebody who may correct its pages.', 'Look', ribbon, false)
      if (batch.asking === 0) return line('', 'waits: what was counted and what was found differ.', 'See where', ribbon, true)
      return line(
        `${counted(batch.asking, 'page')} of`,
        batch.asking === 1 ? 'needs your eye.' : 'need your eye.',
        'Look at it',
        `/fix?batch=${batch.id}`,
        true,
      )
    case 'to index':
      if (!batch.mayIndex) return line('', 'waits for somebody who may enter its values.', 'Look', ribbon, false)
      return line(
        `${counted(batch.openDocuments, 'document')} of`,
        batch.openDocuments === 1 ? 'waits for its index values.' : 'wait for their index values.',
        'Enter them',
        `${ribbon}/values`,
        true,
      )
    case 'to check':
      if (!batch.mayCheck) return line('', 'waits for somebody who may check it.', 'Look', ribbon, false)
      return line(
        `${counted(batch.toCheck, 'document')} of`,
        batch.toCheck === 1 ? 'waits to be checked.' : 'wait to be checked.',
        'Check them',
        `${ribbon}/check`,
        true,
      )
    case 'held':
      return line('', 'is held: something went wrong that you can have tried again.', 'See why', ribbon, true)
    case 'sending':
      return batch.failedSlips
        ? line(`${counted(batch.failedSlips, 'delivery', 'deliveries')} from`, 'did not arrive.', 'See why', '/sent', true)
        : line('', `is being made into files and sent: ${counted(batch.documents, 'document')}.`, 'Watch', ribbon, false)
    default:
      return line('', `is being sorted: ${counted(batch.sides, 'side')}.`, 'Watch', ribbon, false)
  }
}

/** Who is at which document of a batch, as the end of a sentence. */
export const enteringWords = (batch: BatchRow): string =>
  batch.entering.map(({ name, position }) => ` · ${name} is at document ${position}`).join('')
