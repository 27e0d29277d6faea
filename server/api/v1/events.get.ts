import { requireToken } from '../../access'
import type { Heard } from '../../changes'
import { streamChanges } from '../../changeStream'
import { defineRoute } from '../../route'

function told(change: Heard | null) {
  // After a broken connection some may have been missed: whoever listens asks again for what it wants to know.
  if (change === null) return [{ event: 'missed', data: '{}' }]
  const said = (event: string, id: number) => ({ event, data: JSON.stringify({ id, batch: change.batch }) })
  return [
    ...(change.alone ? [] : [said('batch', change.batch)]),
    ...(change.documents ?? []).map(id => said('document', id)),
    ...(change.slips ?? []).map(id => said('slip', id)),
  ]
}

export default defineRoute({
  does: 'Server-sent events: `batch`, `document` and `slip`, each with its `id` and its `batch`, when something of it changed.',
  may: 'person',
  scope: 'read',
  run: ({ event, person }) => streamChanges(event, person, () => requireToken(event, 'read'), told),
})
