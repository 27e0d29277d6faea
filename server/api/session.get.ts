import { SignedIn } from '../../shared/views/people'
import { defineRoute } from '../route'
import { signedIn } from '../session'

export default defineRoute({
  does: 'Who is signed in.',
  may: 'person',
  answer: SignedIn,
  run: ({ person }) => signedIn(person),
})
