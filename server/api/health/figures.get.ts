import { HealthView } from '../../../shared/views/health'
import { figures } from '../../../store/figures'
import { store } from '../../context'
import { freeBytes } from '../../freeBytes'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'How the copy runs: workers, queue, deliveries, database, room.',
  may: 'steward',
  answer: HealthView,
  async run(): Promise<HealthView> {
    const [found, free] = await Promise.all([figures(store().sql), freeBytes()])
    return { ...found, freeBytes: free }
  },
})
