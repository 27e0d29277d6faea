import { z } from 'zod'
import { esclDevice } from '../../../devices/escl'
import { DeviceChoice } from '../../../shared/views/devices'
import { listDevices } from '../../../store/setup/devices'
import { store } from '../../context'
import { defineRoute } from '../../route'
import { toldStatus } from '../../toldStatus'

const patienceSeconds = 3

export default defineRoute({
  does: 'Devices with what they are doing now.',
  may: 'person',
  answer: z.array(DeviceChoice),
  async run() {
    const rows = await listDevices(store().sql)
    return Promise.all(
      rows.map(async ({ id, ...place }) => {
        const status = await esclDevice(place, patienceSeconds)
          .status()
          .then(toldStatus)
          .catch(() => null)
        return { id, name: place.name, status }
      }),
    )
  },
})
