import { RubricText } from '../../../shared/views/rubrics'
import { newestRubric } from '../../../store/setup/rubrics'
import { store } from '../../context'
import { notThere } from '../../refusals'
import { defineRoute, Identity } from '../../route'
import { soundRubric } from '../../rubrics'

export default defineRoute({
  does: 'A rubric as it is published.',
  may: 'steward',
  params: Identity,
  answer: RubricText,
  async run({ params }) {
    const found = await newestRubric(store().sql, params.id)
    if (!found) throw notThere()
    // As the format has its keys, not as the database sorts them.
    return { ...found, body: soundRubric(found.body) }
  },
})
