import { listGroups } from '../../../store/people/groups'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Groups of people, each with the rubrics that name it.',
  may: 'steward',
  run: () => listGroups(store().sql),
})
