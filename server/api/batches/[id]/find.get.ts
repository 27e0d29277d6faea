import { z } from 'zod'
import { findPages } from '../../../../store/batches/findPages'
import { store } from '../../../context'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Numbers of the pages of a batch whose note, values or words hold a text.',
  may: { see: 'batch' },
  query: z.strictObject({ text: z.string().trim().min(1).max(200) }),
  answer: z.array(z.number()),
  run: ({ batch, query }) => findPages(store().sql, batch, query.text),
})
