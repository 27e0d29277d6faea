import { z } from 'zod'
import { apiRoutes } from '../../apiRoutes'
import { openApi } from '../../openapi'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'This description.',
  may: 'anybody',
  answer: z.record(z.string(), z.unknown()),
  run: () => openApi(apiRoutes),
})
