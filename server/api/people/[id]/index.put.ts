import { z } from 'zod'
import { Done } from '../../../../shared/views/done'
import { changePerson } from '../../../../store/people/manage'
import { store } from '../../../context'
import { PersonBody } from '../../../personBody'
import { conflict, notThere } from '../../../refusals'
import { defineRoute, Identity } from '../../../route'

export default defineRoute({
  does: 'Changes who a person is, what they may, and whether they may come in. Nobody is ever removed: the trail names them.',
  may: 'steward',
  setting: 'person',
  params: Identity,
  body: PersonBody.extend({ active: z.boolean() }),
  answer: Done,
  async run({ params: { id }, body }) {
    const changed = await changePerson(store().sql, id, body)
    if (changed === 'not there') throw notThere()
    if (changed === 'name taken') throw conflict(`There is a person of the name “${body.name}” already. Add a word that tells them apart.`)
    if (changed === 'last steward') throw conflict('Somebody must stay a steward. Give another person that role first.')
    return { ok: true }
  },
})
