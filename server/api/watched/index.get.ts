import { z } from 'zod'
import { WatchedFolderView } from '../../../shared/views/setUp'
import { listWatchedFolders } from '../../../store/setup/watchedFolders'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Watched folders, with what came of their files.',
  may: 'steward',
  answer: z.array(WatchedFolderView),
  run: () => listWatchedFolders(store().sql),
})
