import { z } from 'zod'
import { leaseDocument } from '../../../../flow/documentLease'
import { Editor } from '../../../../shared/views/people'
import { store } from '../../../context'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Takes or renews the lease of a document whose values one enters; answers who has it.',
  may: { change: 'document', act: 'index' },
  body: z.strictObject({ /** From whoever has it. */ over: z.boolean().default(false) }),
  answer: Editor,
  run: ({ person, batch, params: { id }, body }) => leaseDocument(store().sql, { id, batch }, person.id, body.over),
})
