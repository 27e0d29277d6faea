import { z } from 'zod'
import { PageCodes } from '../../../../shared/views/pages'
import { codesOfBatch } from '../../../../store/batches/show'
import { store } from '../../../context'
import { defineRoute } from '../../../route'

const mostPages = 500

export default defineRoute({
  does: 'What was seen on the pages of a batch, for whoever writes rules for them.',
  may: { see: 'batch' },
  answer: z.array(PageCodes),
  run: ({ batch }) => codesOfBatch(store().sql, batch, mostPages),
})
