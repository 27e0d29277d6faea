import { z } from 'zod'
import { HistoryLine } from '../../../../shared/views/documents'
import { historyOf } from '../../../../store/documents/history'
import { store } from '../../../context'
import { defineRoute } from '../../../route'

/** A document that was amended a hundred times has its newest lines. */
const mostLines = 300

export default defineRoute({
  does: 'What was done to a document: by whom, when, what it was before and after.',
  may: { see: 'document' },
  answer: z.array(HistoryLine),
  run: ({ params: { id } }) => historyOf(store().sql, id, mostLines),
})
