import { z } from 'zod'
import { personOfLink } from '../../../store/people/passwordLinks'
import { store } from '../../context'
import { PasswordLink } from '../../passwordLink'
import { notThere } from '../../refusals'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'For whom a link to set a password is, while it works.',
  may: 'anybody',
  query: z.strictObject({ link: PasswordLink }),
  answer: z.strictObject({ name: z.string() }),
  async run({ query: { link } }) {
    const found = await personOfLink(store().sql, link)
    if (!found) throw notThere()
    return { name: found.name }
  },
})
