import { amendDocument } from '../../../../store/documents/amend'
import { showDocument } from '../../../../store/documents/show'
import { conflict, notThere, requireBatch } from '../../../access'
import { store } from '../../../context'
import { idOf } from '../../../input'

// Opens a finished document, so that pages can be added to it.
export default defineEventHandler(async (event) => {
  const id = idOf(event)
  const { sql } = store()
  const document = await showDocument(sql, id)
  await requireBatch(event, document?.batch)
  if (!document) throw notThere()
  if (!await amendDocument(sql, { id, batch: document.batch })) throw conflict('Pages can be added to a document once it is made and none of its deliveries is under way.')
  return { ok: true }
})
