import { RubricRights } from '../../../../shared/views/rubrics'
import { rightsOfRubric } from '../../../../store/setup/rubricRights'
import { store } from '../../../context'
import { notThere } from '../../../refusals'
import { defineRoute, Identity } from '../../../route'

export default defineRoute({
  does: 'Who may work with a rubric, and what they may.',
  may: 'steward',
  params: Identity,
  answer: RubricRights,
  async run({ params: { id } }) {
    const rights = await rightsOfRubric(store().sql, id)
    if (!rights) throw notThere()
    return rights
  },
})
