import { Done } from '../../../shared/views/done'
import { removeWatchedFolder } from '../../../store/setup/watchedFolders'
import { store } from '../../context'
import { notThere } from '../../refusals'
import { defineRoute, Identity } from '../../route'

export default defineRoute({
  does: 'Has a folder watched no more. Its files stay where they are; what was taken from it stays known.',
  may: 'steward',
  setting: 'watched',
  params: Identity,
  answer: Done,
  async run({ params }) {
    if (!(await removeWatchedFolder(store().sql, params.id))) throw notThere()
    return { ok: true }
  },
})
