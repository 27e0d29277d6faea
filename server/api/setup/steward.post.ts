import { z } from 'zod'
import { SignedIn } from '../../../shared/views/people'
import { addFirstSteward } from '../../../store/people/first'
import { store } from '../../context'
import { checkPassword } from '../../passwordRule'
import { conflict } from '../../refusals'
import { defineRoute } from '../../route'
import { signedIn, signIn } from '../../session'

export default defineRoute({
  does: 'Adds the first person of an empty copy; refused for ever after.',
  may: 'anybody',
  status: 201,
  body: z.strictObject({
    name: z.string().trim().min(1).max(120),
    password: z.string().min(1).max(200),
  }),
  answer: SignedIn,
  async run({ event, body: { name, password } }) {
    checkPassword(password, name)
    const person = await addFirstSteward(store().sql, name, password)
    if (!person) throw conflict('Somebody is set up here already. Sign in, or ask a steward.')
    await signIn(event, person, null)
    return signedIn(person)
  },
})
