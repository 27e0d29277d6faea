import { z } from 'zod'
import { setResponseStatus } from 'h3'
import { readiness } from '../../../store/readiness'
import { store } from '../../context'
import { freeBytes } from '../../freeBytes'
import { defineRoute } from '../../route'

/** Less than this, and a load of paper may not fit. */
const leastFreeBytes = 1024 ** 3
const mostWaitingSeconds = 600

export default defineRoute({
  does: 'Whether work goes on: the database, the workers’ last signs of life, the oldest job, the room for pictures; 503 where not.',
  may: 'anybody',
  answer: z.strictObject({
    ready: z.boolean(),
    troubles: z.array(z.string()),
    workers: z.number(),
    waitingSeconds: z.number(),
    freeBytes: z.number().nullable(),
  }),
  async run({ event }) {
    const { workers, waiting } = await readiness(store().sql)
    const free = await freeBytes()
    const troubles = [
      ...(workers === 0 ? ['No worker has given a sign of life for three quarters of a minute.'] : []),
      ...(waiting > mostWaitingSeconds ? [`The oldest job has waited for ${Math.round(waiting / 60)} minutes.`] : []),
      ...(free !== null && free < leastFreeBytes ? ['Less than a gigabyte is free where pictures are kept.'] : []),
    ]
    if (troubles.length) setResponseStatus(event, 503)
    return { ready: troubles.length === 0, troubles, workers, waitingSeconds: waiting, freeBytes: free }
  },
})
