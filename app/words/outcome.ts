import { isAsideFate } from '~~/core/model/ledger'
import type { BatchDetail } from '~~/shared/views/batches'
import { counted } from './count'

/** What became of a batch, for the one who scanned it. `open`: paper can still join it. */
export function batchOutcome(batch: BatchDetail): { title: string; words: string; open: boolean } {
  const { state, pages, documents, totals } = batch
  const asks = pages.filter(page => page.asks)
  const open = documents.every(document => document.state !== 'sent')
  const made = `${counted(documents.length, 'document')} of ${counted(totals.kept, 'page')}`
  const out = pages.filter(page => isAsideFate(page.fate)).length
  const aside = out ? ` ${counted(out, 'side')} set aside.` : ''
  switch (state) {
    case 'to fix':
      return {
        title: 'It waits at the desk.',
        words: `${asks.length ? `${counted(asks.length, 'page')} must be looked at by a person: ` : ''}${batch.waitsFor ?? ''}`,
        open,
      }
    case 'to index':
      return { title: 'It waits at the desk.', words: `${made}, and index values are still to be entered.${aside}`, open }
    case 'held':
      return { title: 'It waits at the desk.', words: batch.trouble ?? 'Something went wrong that a person must look at.', open: false }
    case 'sending':
      return { title: 'It is being filed.', words: `${made}.${aside}`, open }
    case 'done':
      return {
        title: documents.length ? 'It is filed.' : 'Nothing was left to file.',
        words: documents.length ? `${made}.${aside}` : `Every side was blank or set aside.${aside}`,
        open: false,
      }
    case 'abandoned':
      return { title: 'It was given up.', words: 'Its sides stay on record and are not filed.', open: false }
    default:
      return {
        title: 'It is being sorted.',
        words: `${counted(pages.filter(page => page.examined).length, 'side')} of ${pages.length} examined. You need not wait here.`,
        open,
      }
  }
}
