import { z } from 'zod'
import { DocumentLeased } from '../../../../flow/documentLease'
import { Typed } from '../../../../flow/entryDraft'
import { BulkKept } from '../../../../shared/views/documents'
import { findDocument } from '../../../../store/documents/read'
import { store } from '../../../context'
import { enterValues } from '../../../enterValues'
import { defineRoute } from '../../../route'

/** Rows that one call keeps: a long table is kept in several, with its progress shown. */
const mostRows = 100

export default defineRoute({
  does: 'Keeps values of several documents of a batch, those that are sound; with `confirm` these go on.',
  may: { change: 'batch', act: 'index' },
  body: z.strictObject({
    rows: z
      .array(z.strictObject({ document: z.int().positive(), values: Typed }))
      .min(1)
      .max(mostRows),
    confirm: z.boolean().default(false),
  }),
  answer: BulkKept,
  async run({ actor, batch, body: { rows, confirm } }): Promise<BulkKept> {
    const answer: BulkKept = { kept: [], faults: [] }
    for (const { document: id, values } of rows) {
      const fault = (field: string | null, why: string) => answer.faults.push({ document: id, field, why })
      const document = await findDocument(store().sql, id)
      if (document?.batch_id !== batch) {
        fault(null, 'It is not in this batch any more. Load the page again.')
        continue
      }
      try {
        const { faults, refused } = await enterValues(actor, document, values, { confirm, rest: 'stays' })
        for (const one of faults) fault(one.field, one.why)
        if (refused) fault(null, refused)
        if (!refused && !faults.length) answer.kept.push(id)
      } catch (error) {
        if (!(error instanceof DocumentLeased)) throw error
        fault(null, error.message)
      }
    }
    return answer
  },
})
