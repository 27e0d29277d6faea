import { z } from 'zod'
import { SessionView } from '../../../shared/views/people'
import { listSessions } from '../../../store/people/sessions'
import { store } from '../../context'
import { defineRoute } from '../../route'
import { sessionOf } from '../../session'

export default defineRoute({
  does: 'Where the one who asks is signed in; to a steward, where everybody is.',
  may: 'person',
  answer: z.array(SessionView),
  run: async ({ event, person }) => listSessions(store().sql, person.roles.includes('steward') ? null : person.id, await sessionOf(event)),
})
