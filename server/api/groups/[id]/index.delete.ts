import { Done } from '../../../../shared/views/done'
import { removeGroup, usesOfGroup } from '../../../../store/people/groups'
import { store } from '../../../context'
import { conflict, notThere } from '../../../refusals'
import { defineRoute, Identity } from '../../../route'

export default defineRoute({
  does: 'Removes a group that no rubric names and no batch waits for.',
  may: 'steward',
  setting: 'group',
  params: Identity,
  answer: Done,
  async run({ params: { id } }) {
    await store().sql.begin(async tx => {
      const { rubrics, batches } = await usesOfGroup(tx, id)
      if (rubrics.length)
        throw conflict(`${rubrics.join(', ')} ${rubrics.length === 1 ? 'says' : 'say'} what it may do. Take it out there first, under Who.`)
      if (batches) throw conflict(`${batches} ${batches === 1 ? 'batch waits' : 'batches wait'} for it. Hand them to somebody first.`)
      if (!(await removeGroup(tx, id))) throw notThere()
    })
    return { ok: true }
  },
})
