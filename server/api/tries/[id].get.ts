import { TryView } from '../../../shared/views/rubrics'
import { showTry } from '../../../store/setup/tries'
import { store } from '../../context'
import { notThere } from '../../refusals'
import { defineRoute, Identity } from '../../route'

export default defineRoute({
  does: 'How far a try is, and what came of it.',
  may: 'steward',
  params: Identity,
  answer: TryView,
  async run({ person, params }) {
    const found = await showTry(store().sql, params.id, person.id)
    if (!found) throw notThere()
    return found
  },
})
