import { esclDevice } from '../../../devices/escl'
import { listDevices } from '../../../store/setup/devices'
import { store } from '../../context'
import { defineRoute } from '../../route'

const patienceSeconds = 3

export default defineRoute({
  does: 'Devices with what they are doing now.',
  may: 'person',
  async run() {
    const rows = await listDevices(store().sql)
    return Promise.all(
      rows.map(async ({ id, ...place }) => {
        const status = await esclDevice(place, patienceSeconds)
          .status()
          .catch(() => null)
        return { id, name: place.name, status }
      }),
    )
  },
})
