import { listTokens } from '../../../store/people/tokens'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Tokens of other programs, without what they show.',
  may: 'steward',
  run: () => listTokens(store().sql),
})
