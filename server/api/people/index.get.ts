import { z } from 'zod'
import { PersonView } from '../../../shared/views/people'
import { listPeople } from '../../../store/people/manage'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Everybody who may come in, or once could.',
  may: 'steward',
  answer: z.array(PersonView),
  run: () => listPeople(store().sql),
})
