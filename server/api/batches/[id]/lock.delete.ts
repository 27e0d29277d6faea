import { unlock } from '../../../../flow/editLock'
import { Done } from '../../../../shared/views/done'
import { store } from '../../../context'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: "Gives one's own edit lock of a batch back.",
  may: { see: 'batch' },
  answer: Done,
  async run({ person, batch }) {
    await unlock(store().sql, batch, person.id)
    return { ok: true }
  },
})
