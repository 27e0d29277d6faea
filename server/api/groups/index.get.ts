import { z } from 'zod'
import { GroupView } from '../../../shared/views/people'
import { listGroups } from '../../../store/people/groups'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Groups of people, each with the rubrics that name it.',
  may: 'steward',
  answer: z.array(GroupView),
  run: () => listGroups(store().sql),
})
