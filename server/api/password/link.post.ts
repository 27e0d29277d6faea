import { z } from 'zod'
import { personOfLink, usePasswordLink } from '../../../store/people/passwordLinks'
import { store } from '../../context'
import { PasswordLink } from '../../passwordLink'
import { checkPassword } from '../../passwordRule'
import { defineRoute, refuse } from '../../route'

const gone = () => refuse(404, 'This link was used, or is older than three days. Ask a steward for a new one.')

export default defineRoute({
  does: 'Sets a password by a link, once.',
  may: 'anybody',
  body: z.strictObject({ link: PasswordLink, password: z.string().min(1).max(200) }),
  answer: z.strictObject({ name: z.string() }),
  async run({ body: { link, password } }) {
    const { sql } = store()
    const person = await personOfLink(sql, link)
    if (!person) throw gone()
    checkPassword(password, person.name)
    if (!(await usePasswordLink(sql, link, password))) throw gone()
    return { name: person.name }
  },
})
