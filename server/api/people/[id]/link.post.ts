import { PasswordLinkView } from '../../../../shared/views/people'
import { findPerson } from '../../../../store/people/manage'
import { store } from '../../../context'
import { ownAddress } from '../../../ownAddress'
import { giveLink } from '../../../passwordLink'
import { notThere } from '../../../refusals'
import { defineRoute, Identity } from '../../../route'

export default defineRoute({
  does: 'Makes a new link by which a person sets a password; the one before it works no longer.',
  may: 'steward',
  setting: 'person',
  params: Identity,
  answer: PasswordLinkView,
  async run({ event, person, params: { id } }) {
    const found = await findPerson(store().sql, id)
    if (!found) throw notThere()
    return giveLink(found, person.id, ownAddress(event))
  },
})
