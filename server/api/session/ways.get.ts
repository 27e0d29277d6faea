import { z } from 'zod'
import { findSingleSignOn } from '../../../store/setup/singleSignOn'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'How people sign in besides by name and password: what the provider that vouches for them is called.',
  may: 'anybody',
  answer: z.strictObject({ outside: z.string().nullable() }),
  async run() {
    return { outside: (await findSingleSignOn(store().sql))?.label ?? null }
  },
})
