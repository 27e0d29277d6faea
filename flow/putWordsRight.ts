import { isDeepStrictEqual } from 'node:util'
import type { Word } from '../core/model/evidence'
import type { PersonActing } from '../core/model/actor'
import { patternPlaces } from '../core/text/redact'
import { correctedWords } from '../core/text/correctedWords'
import { refreshWords } from '../store/find/words'
import { correctWords, wordsOfPage } from '../store/pages/words'
import { protectAgain } from './amend'
import { inBatch, type Flow, type LockedBatch } from './inBatch'

/** One word of a page, by its place in the reading, as it was read and as it is. */
export interface PutRight {
  at: number
  was: string
  said: string
}

interface PageRow {
  document: number | null
  state: string
  position: number
  bornDigital: boolean
}

/**
 * Puts words of a page right: what the document is found by follows, and its files, which of a filed document are made
 * and sent as its next edition. Gives why nothing was changed; null where it was.
 * @param code without which its files do not open, where they were protected by one
 */
export function putWordsRight(
  flow: Flow,
  actor: PersonActing,
  page: { id: number; batch: number },
  words: readonly PutRight[],
  code: string | null,
): Promise<string | null> {
  return inBatch(flow, actor, page.batch, async batch => {
    const { tx } = batch
    const [row] = await tx<PageRow[]>`
      select pages.document_id as document, documents.state, pages.position, born_digital as "bornDigital"
      from pages join documents on documents.id = document_id
      where pages.id = ${page.id} and pages.batch_id = ${batch.id}`
    if (!row) return 'This page is in no document any more.'
    if (row.bornDigital) return 'This page never was paper: its text is its own, and stays as it is.'
    const read = await wordsOfPage(tx, page.id)
    if (words.some(({ at, was }) => read[at]?.text !== was)) return 'The page was read again meanwhile. Look at its words once more.'
    const corrections = words.map(({ at, was, said }) => {
      const { x, y, width, height } = read[at]!
      return { x, y, width, height, was, said }
    })
    if (await wouldBeHidden(batch, read, correctedWords(read, corrections)))
      return 'What you typed is what this rubric blacks out. Black it out on the page instead.'
    const refused = await makeAnew(batch, { id: row.document!, state: row.state }, code)
    if (refused) return refused
    await correctWords(tx, page.id, actor.person, read, corrections)
    await refreshWords(tx, [row.document!])
    // What was typed may be blacked out later, and the trail keeps all that it is told.
    await batch.note({ what: 'put words right', document: row.document!, new: { page: row.position, words: words.length } })
    return null
  })
}

/** Whether something fits a pattern of the rubric that did not before: what people had shown after all may stand there. */
async function wouldBeHidden(batch: LockedBatch, before: readonly Word[], after: readonly Word[]): Promise<boolean> {
  const patterns = (await batch.rubric()).redact?.patterns ?? []
  const known = patternPlaces(before, patterns)
  return patternPlaces(after, patterns).some(place => !known.some(one => isDeepStrictEqual(one, place)))
}

/** Has a filed document made and sent once more; one that is not made yet is made with its words as they are then. */
async function makeAnew(batch: LockedBatch, { id, state }: { id: number; state: string }, code: string | null): Promise<string | null> {
  const { tx, queue } = batch
  if (state === 'open' || (state === 'indexed' && batch.state === 'to check')) return null
  const later = 'The document is on its way. Put its words right once it has arrived.'
  // While others of its batch wait for people, it goes on by itself.
  const beside = batch.state === 'to index' || batch.state === 'to check'
  if (state !== 'sent' || !(beside || batch.may('again'))) return later
  if (!(await protectAgain(batch, code))) return 'Its files open with a code alone, which is not kept. Type that code, too.'
  const changed = await tx`
    update documents set state = 'checked', built_at = null, edition = edition + 1
    where id = ${id} and not exists (select 1 from slips where document_id = ${id} and state = 'waiting')
    returning id`
  if (!changed.length) return later
  await queue.send(tx, 'build', { document: id })
  if (!beside) await batch.move('again')
  return null
}
