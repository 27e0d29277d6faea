import { figures } from '../../store/figures'
import { store } from '../context'
import { freeBytes } from '../freeBytes'
import { metricsOf } from '../metrics'
import { defineRoute, sendFile } from '../route'

export default defineRoute({
  does: 'Figures for Prometheus, by a steward’s token with the scope “manage”.',
  may: 'steward',
  scope: 'manage',
  async run({ event }) {
    const [found, free] = await Promise.all([figures(store().sql), freeBytes()])
    sendFile(event, 'text/plain; version=0.0.4; charset=utf-8')
    return metricsOf(found, free)
  },
})
