import { waitingSignIns } from '../../../store/people/signInTries'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Sign-ins that must wait, because others failed before them.',
  may: 'steward',
  run: () => waitingSignIns(store().sql),
})
