import { z } from 'zod'
import { PasswordLinkView } from '../../../shared/views/people'
import { addNewPerson } from '../../../store/people/manage'
import { store } from '../../context'
import { ownAddress } from '../../ownAddress'
import { giveLink } from '../../passwordLink'
import { PersonBody } from '../../personBody'
import { conflict } from '../../refusals'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Adds a person, who sets a password by a link that works once.',
  may: 'steward',
  setting: 'person',
  status: 201,
  body: PersonBody,
  answer: PasswordLinkView.extend({ id: z.string() }),
  async run({ event, person, body }) {
    const id = await addNewPerson(store().sql, body)
    if (id === null) throw conflict(`There is a person of the name “${body.name}” already. Add a word that tells them apart.`)
    return { id, ...(await giveLink({ id, ...body }, person.id, ownAddress(event))) }
  },
})
