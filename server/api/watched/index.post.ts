import { access, constants } from 'node:fs/promises'
import { isAbsolute } from 'node:path'
import { z } from 'zod'
import { Done } from '../../../shared/views/done'
import { newestRubric } from '../../../store/setup/rubrics'
import { addWatchedFolder } from '../../../store/setup/watchedFolders'
import { allowedFolder } from '../../allowedFolder'
import { store } from '../../context'
import { conflict, notThere } from '../../refusals'
import { defineRoute, refuse } from '../../route'

export default defineRoute({
  does: 'Adds a folder to watch that is there and that files can be moved out of.',
  may: 'steward',
  status: 201,
  body: z.strictObject({
    path: z.string().min(2).max(1000).refine(isAbsolute, 'a path from the root, such as /srv/incoming'),
    subfolders: z.boolean(),
    rubric: z.uuid(),
    after: z.enum(['remove', 'move']),
  }),
  answer: Done,
  async run({ person, body: folder }) {
    const { sql } = store()
    if (!(await newestRubric(sql, folder.rubric))) throw notThere()
    await allowedFolder(folder.path)
    const ours = await access(folder.path, constants.R_OK | constants.W_OK).then(
      () => true,
      () => false,
    )
    if (!ours) throw refuse(422, `Files cannot be moved out of ${folder.path}: give Rubricator the right to change it.`)
    if (!(await addWatchedFolder(sql, { ...folder, owner: person.id }))) throw conflict(`${folder.path} is watched already.`)
    return { ok: true }
  },
})
