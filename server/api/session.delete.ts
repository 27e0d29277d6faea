import { Done } from '../../shared/views/done'
import { defineRoute } from '../route'
import { signOut } from '../session'

export default defineRoute({
  does: 'Signs out.',
  may: 'anybody',
  answer: Done,
  async run({ event }) {
    await signOut(event)
    return { ok: true }
  },
})
