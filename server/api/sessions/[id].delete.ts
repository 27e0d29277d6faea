import { Done } from '../../../shared/views/done'
import { endSessionOf } from '../../../store/people/sessions'
import { store } from '../../context'
import { notThere } from '../../refusals'
import { defineRoute, Identity } from '../../route'

export default defineRoute({
  does: 'Ends a session: one’s own, or as a steward anybody’s.',
  may: 'person',
  params: Identity,
  answer: Done,
  async run({ person, params: { id } }) {
    if (!(await endSessionOf(store().sql, id, person.roles.includes('steward') ? null : person.id))) throw notThere()
    return { ok: true }
  },
})
