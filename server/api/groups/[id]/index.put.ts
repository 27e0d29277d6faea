import { Done } from '../../../../shared/views/done'
import { changeGroup } from '../../../../store/people/groups'
import { store } from '../../../context'
import { GroupBody, groupNameTaken } from '../../../groupBody'
import { notThere } from '../../../refusals'
import { defineRoute, Identity } from '../../../route'

export default defineRoute({
  does: 'Changes the name of a group, and who belongs to it.',
  may: 'steward',
  setting: 'group',
  params: Identity,
  body: GroupBody,
  answer: Done,
  async run({ params: { id }, body: { name, people } }) {
    const changed = await store().sql.begin(tx => changeGroup(tx, id, name, people))
    if (changed === 'not there') throw notThere()
    if (changed === 'name taken') throw groupNameTaken(name)
    return { ok: true }
  },
})
