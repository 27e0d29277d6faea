import { z } from 'zod'
import { recordsThatBegin } from '../../../../connectors/lookUp'
import { lookupParts, lookupSystems } from '../../../../core/fields/lookups'
import { typeOf } from '../../../../core/rubric/rubric'
import { Suggestions } from '../../../../shared/views/documents'
import { frequentValues } from '../../../../store/documents/frequent'
import { findDocument } from '../../../../store/documents/read'
import { destinationToOpen } from '../../../../store/setup/grants'
import { rubricOfBatch } from '../../../../store/setup/rubrics'
import { store } from '../../../context'
import { notThere } from '../../../refusals'
import { defineRoute, refuse } from '../../../route'

export default defineRoute({
  does: 'What a field may hold that begins as somebody types it: values that it often has, and business records.',
  may: { change: 'document', act: 'index' },
  query: z.object({ field: z.string().min(1).max(64), part: z.string().trim().min(1).max(100) }),
  answer: Suggestions,
  async run({ person, batch, params: { id }, query: { field: named, part } }): Promise<Suggestions> {
    const { sql } = store()
    const [document, rubric] = await Promise.all([findDocument(sql, id), rubricOfBatch(sql, batch)])
    if (!document) throw notThere()
    const type = typeOf(rubric, document.type)
    const field = type?.fields.find(one => one.id === named)
    if (!field) throw refuse(400, `This document has no field "${named}".`)
    // A field that a record gives, and the one by which it is found.
    const own = field.from.flatMap(source => ('lookup' in source ? [lookupParts(source.lookup).system] : []))
    const systems = own.length ? own : lookupSystems(type)
    const [frequent, ...records] = await Promise.all([
      rubric.entryTwice?.includes(named) ? [] : frequentValues(sql, person, { document: id, field: named, part, most: 6 }),
      ...systems.map(async system => {
        const row = await destinationToOpen(sql, system)
        const found = await recordsThatBegin(row, own.length ? null : named, part)
        return found.map(record => ({ ...record, system }))
      }),
    ])
    return { frequent, records: records.flat() }
  },
})
