import { z } from 'zod'
import { addFirstSteward } from '../../../store/people/first'
import { store } from '../../context'
import { conflict } from '../../refusals'
import { defineRoute } from '../../route'
import { signIn } from '../../session'

export default defineRoute({
  does: 'Adds the first person of an empty copy; refused for ever after.',
  may: 'anybody',
  status: 201,
  body: z.strictObject({ name: z.string().trim().min(1).max(120), password: z.string().min(10, 'a password of at least 10 characters').max(200) }),
  async run({ event, body: { name, password } }) {
    const person = await addFirstSteward(store().sql, name, password)
    if (!person) throw conflict('Somebody is set up here already. Sign in, or ask a steward.')
    await signIn(event, person)
    return person
  },
})
