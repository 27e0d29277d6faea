import { z } from 'zod'
import { HookEvent } from '../../../shared/views/setUp'
import { personByName } from '../../../store/people/people'
import { addWebhook } from '../../../store/setup/webhooks'
import { store } from '../../context'
import { defineRoute, refuse } from '../../route'

export default defineRoute({
  does: 'Has a program told of changes by signed calls. The secret that signs them is told this once.',
  may: 'steward',
  setting: 'webhook',
  status: 201,
  body: z.strictObject({
    name: z.string().trim().min(1).max(120),
    address: z.url({ protocol: /^https?$/ }).max(500),
    person: z.string().trim().min(1).max(120),
    events: z.array(HookEvent).min(1),
  }),
  answer: z.strictObject({ id: z.string(), secret: z.string() }),
  async run({ body }) {
    const { sql } = store()
    const person = await personByName(sql, body.person)
    if (!person) throw refuse(422, `Nobody here is called “${body.person}”. Compare the name.`)
    return addWebhook(sql, { ...body, person, events: [...new Set(body.events)] })
  },
})
