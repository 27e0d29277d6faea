import type { PersonActing } from '../core/model/actor'
import { changing, keepEdit, type Corrected } from './correct'
import { refuseOthersAt } from './documentLease'
import type { Flow } from './inBatch'

/**
 * Says of which type an open document is. Values of fields that the new type has, too, stay; the machine looks for the
 * others. A correction like those on the ribbon: it can be undone, and holds when the batch is split anew. `nothing`
 * where the rubric has no such type, or the document is not open.
 * @throws {DocumentLeased} where another person is at the document
 */
export function setType(flow: Flow, actor: PersonActing, document: { id: number; batch: number }, type: string): Promise<Corrected> {
  return changing(flow, actor, [document.batch], async ([batch]) => {
    const { tx } = batch!
    await refuseOthersAt(tx, actor, document.id)
    const [first] = await tx<{ id: number }[]>`
      select pages.id from pages
      join documents on documents.id = document_id
      where document_id = ${document.id} and documents.state = 'open'
      order by page_order
      limit 1`
    const { types } = await batch!.rubric()
    if (!first || !types.some(known => known.id === type)) return false
    await keepEdit(batch!, { do: 'type', page: first.id, type }, actor.person)
    return true
  })
}
