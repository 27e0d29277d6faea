import { Done } from '../../../shared/views/done'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'For whoever waits until the server is up and has its database; says nothing about anybody.',
  may: 'anybody',
  answer: Done,
  async run() {
    await store().sql`select 1`
    return { ok: true }
  },
})
