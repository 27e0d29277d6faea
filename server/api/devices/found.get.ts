import { discoverDevices } from '../../../devices/discover'
import { defineRoute } from '../../route'

const seconds = 3

export default defineRoute({
  does: 'Scanners that tell of themselves on the network.',
  may: 'steward',
  run: () => discoverDevices(seconds),
})
