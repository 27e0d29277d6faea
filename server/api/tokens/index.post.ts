import { z } from 'zod'
import { Scope } from '../../../shared/views/people'
import { personByName } from '../../../store/people/people'
import { addToken } from '../../../store/people/tokens'
import { store } from '../../context'
import { defineRoute, refuse } from '../../route'

export default defineRoute({
  does: 'Makes a token with which a program acts for somebody. It is told this once.',
  may: 'steward',
  status: 201,
  body: z.strictObject({
    person: z.string().trim().min(1).max(120),
    name: z.string().trim().min(1).max(120),
    scopes: z.array(Scope).min(1),
  }),
  answer: z.strictObject({ token: z.string() }),
  async run({ body }) {
    const { sql } = store()
    const person = await personByName(sql, body.person)
    if (!person) throw refuse(422, `Nobody here is called “${body.person}”. Compare the name.`)
    return { token: await addToken(sql, { person, name: body.name, scopes: [...new Set(body.scopes)] }) }
  },
})
