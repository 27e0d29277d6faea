import { defineRoute } from '../route'
import { signedIn } from '../session'

export default defineRoute({
  does: 'Who is signed in.',
  may: 'person',
  run: ({ person }) => signedIn(person),
})
