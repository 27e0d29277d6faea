import { CheckView } from '../../../../shared/views/batches'
import { lotOf } from '../../../../store/batches/lot'
import { nextToCheck } from '../../../../store/documents/next'
import { store } from '../../../context'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'The next document of a batch that waits for whoever asks to check it, how many wait, and why they were drawn.',
  may: { see: 'batch' },
  answer: CheckView,
  async run({ person, batch }): Promise<CheckView> {
    const { sql } = store()
    const [next, row] = await Promise.all([nextToCheck(sql, person, batch), lotOf(sql, batch)])
    return { ...next, name: row.name, state: row.state, lot: row.lot }
  },
})
