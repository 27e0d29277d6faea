import { z } from 'zod'
import { Pages } from '../../../../core/model/edit'
import { pastePages } from '../../../../store/batches/paste'
import { notThere, requireBatch, requireHold } from '../../../access'
import { maySee } from '../../../../store/batches/list'
import { store } from '../../../context'
import { answerCorrection } from '../../../corrections'
import { bodyOf, idOf } from '../../../input'

const Paste = z.strictObject({
  from: z.int().positive(),
  pages: Pages,
  /** The page in front of which they go; null for the end. */
  before: z.int().positive().nullable(),
  cut: z.boolean(),
})

// Pages of another batch, or copies of this one's own.
export default defineEventHandler(async (event) => {
  const into = idOf(event)
  const person = await requireBatch(event, into)
  const { sql, queue } = store()
  const { from, pages, before, cut } = await bodyOf(event, Paste)
  if (!await maySee(sql, person, from)) throw notThere()
  await requireHold(person, into)
  if (cut) await requireHold(person, from)
  return answerCorrection(() => pastePages(sql, queue, { from, pages, into, before, cut }, person.id), 'These pages can no longer be taken: their batch has gone on, or they are not there any more.')
})
