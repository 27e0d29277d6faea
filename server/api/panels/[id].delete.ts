import { Done } from '../../../shared/views/done'
import { unpairPanel } from '../../../store/setup/panels'
import { store } from '../../context'
import { defineRoute, Identity } from '../../route'

export default defineRoute({
  does: 'Takes the panel from a device.',
  may: 'steward',
  params: Identity,
  answer: Done,
  async run({ params }) {
    await unpairPanel(store().sql, params.id)
    return { ok: true }
  },
})
