import { apiRoutes } from '../../apiRoutes'
import { openApi } from '../../openapi'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'This description.',
  may: 'anybody',
  run: () => openApi(apiRoutes),
})
