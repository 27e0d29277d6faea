import { z } from 'zod'
import { addGroup } from '../../../store/people/groups'
import { store } from '../../context'
import { GroupBody, groupNameTaken } from '../../groupBody'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Adds a group.',
  may: 'steward',
  setting: 'group',
  status: 201,
  body: GroupBody,
  answer: z.strictObject({ id: z.string() }),
  async run({ body: { name, people } }) {
    const id = await store().sql.begin(tx => addGroup(tx, name, people))
    if (id === null) throw groupNameTaken(name)
    return { id }
  },
})
