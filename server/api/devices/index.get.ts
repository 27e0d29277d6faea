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
      rows.map(async ({ id, name, address }) => {
        const status = await esclDevice(name, address, patienceSeconds)
          .status()
          .catch(() => null)
        return { id, name, status }
      }),
    )
  },
})
