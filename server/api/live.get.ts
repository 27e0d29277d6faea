import { requirePerson } from '../access'
import { streamChanges } from '../changeStream'
import { defineRoute } from '../route'

export default defineRoute({
  does: 'Server-sent events: what changed, for those who may know.',
  may: 'person',
  run: ({ event, person }) =>
    streamChanges(
      event,
      person,
      () => requirePerson(event, false),
      change => [{ data: JSON.stringify(change) }],
    ),
})
