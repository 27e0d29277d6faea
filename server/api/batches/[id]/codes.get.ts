import { codesOfBatch } from '../../../../store/batches/show'
import { store } from '../../../context'
import { defineRoute } from '../../../route'

const mostPages = 500

export default defineRoute({
  does: 'What was seen on the pages of a batch, for whoever writes rules for them.',
  may: { see: 'batch' },
  run: ({ batch }) => codesOfBatch(store().sql, batch, mostPages),
})
