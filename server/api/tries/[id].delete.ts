import { Done } from '../../../shared/views/done'
import { cancelTry } from '../../../store/setup/tries'
import { store } from '../../context'
import { conflict } from '../../refusals'
import { defineRoute, Identity } from '../../route'

export default defineRoute({
  does: 'Cancels a try.',
  may: 'steward',
  params: Identity,
  answer: Done,
  async run({ person, params }) {
    if (!(await cancelTry(store().sql, params.id, person.id))) throw conflict('This try has ended already.')
    return { ok: true }
  },
})
