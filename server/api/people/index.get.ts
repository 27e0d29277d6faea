import { listPeople } from '../../../store/people/manage'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Everybody who may come in, or once could.',
  may: 'steward',
  run: () => listPeople(store().sql),
})
