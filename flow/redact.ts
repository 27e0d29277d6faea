import type { PersonActing } from '../core/model/actor'
import type { ByHand } from '../core/model/redaction'
import { forgetMarks } from '../store/learned'
import { forgetCorrections, wordsOfPage } from '../store/pages/words'
import { changing, keepEdit, type Corrected } from './correct'
import { forgetHidden } from './forgetHidden'
import type { Flow } from './inBatch'
import { Locked } from './storeOutcome'

/**
 * Keeps what a person decided of what is blacked out on a page, in the place of what they decided before, and has the page
 * examined anew. What was read or entered from under the new boxes is gone from the document.
 * @param why kept in the trail
 * @throws {Locked} where the page's document is confirmed
 */
export function redactPage(
  flow: Flow,
  actor: PersonActing,
  page: { id: number; batch: number },
  decision: Pick<ByHand, 'add' | 'show'>,
  why: string,
): Promise<Corrected> {
  return changing(flow, actor, [page.batch], async ([batch]) => {
    const { tx } = batch!
    const [row] = await tx<{ position: number; turned: ByHand['turned']; document: number | null; number: number; state: string }[]>`
      select pages.position, turned, document_id as document, documents.position as number, documents.state
      from pages
      left join documents on documents.id = document_id
      where pages.id = ${page.id} and pages.batch_id = ${page.batch} and blob is not null`
    if (!row) return false
    if (row.document !== null && row.state !== 'open')
      throw new Locked(
        `Document ${row.number} is confirmed already, so what is black on it stays. Send it back at its check, or correct it later.`,
      )
    // At once; what a highlighter or a pattern blackens goes when that is found.
    await forgetCorrections(tx, page.id, decision.add)
    await forgetMarks(tx, page.batch, row.document)
    await keepEdit(batch!, { do: 'redact', page: page.id, ...decision, turned: row.turned, why }, actor.person)
    if (row.document !== null)
      await forgetHidden(batch!, row.document, { position: row.position, hidden: decision.add, words: await wordsOfPage(tx, page.id) })
    return true
  })
}
