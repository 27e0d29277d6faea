import { z } from 'zod'
import { discoverDevices } from '../../../devices/discover'
import { FoundDevice } from '../../../shared/views/devices'
import { defineRoute } from '../../route'

const seconds = 3

export default defineRoute({
  does: 'Scanners that tell of themselves on the network.',
  may: 'steward',
  answer: z.array(FoundDevice),
  run: () => discoverDevices(seconds),
})
