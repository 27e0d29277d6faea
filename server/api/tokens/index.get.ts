import { z } from 'zod'
import { TokenView } from '../../../shared/views/people'
import { listTokens } from '../../../store/people/tokens'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Tokens of other programs, without what they show.',
  may: 'steward',
  answer: z.array(TokenView),
  run: () => listTokens(store().sql),
})
