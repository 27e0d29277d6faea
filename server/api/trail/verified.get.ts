import { ChainView } from '../../../shared/views/trail'
import { headOf, verifyTrail } from '../../../store/trailChain'
import { store } from '../../context'
import { defineRoute } from '../../route'

/** So many lines are looked over while somebody waits; the command line looks all over. */
const newest = 50_000

export default defineRoute({
  does: 'Looks the newest lines of the trail over: that none was changed, taken out or put in between.',
  may: 'steward',
  answer: ChainView,
  async run() {
    const { sql } = store()
    const head = await headOf(sql)
    const from = Math.max(0, (head?.seq ?? 0) - newest)
    return { ...(await verifyTrail(sql, { from })), from }
  },
})
