import { z } from 'zod'
import { DeviceError } from '../../../devices/device'
import { esclDevice } from '../../../devices/escl'
import { putDevice } from '../../../store/setup/devices'
import { store } from '../../context'
import { defineRoute, refuse } from '../../route'

const patienceSeconds = 5

export default defineRoute({
  does: 'Adds a device that answers, or notes its new address.',
  may: 'steward',
  status: 201,
  body: z.strictObject({
    name: z.string().trim().min(1).max(80),
    address: z.url({ protocol: /^https?$/, error: 'an address such as http://192.0.2.7/eSCL' }),
  }),
  async run({ body: { name, address } }) {
    try {
      const { model } = await esclDevice(name, address, patienceSeconds).capabilities()
      await putDevice(store().sql, name, address)
      return { model }
    } catch (error) {
      if (error instanceof DeviceError) throw refuse(422, error.message)
      throw refuse(
        422,
        `What answers at ${address} does not speak eSCL. Look in the device's own settings for driverless scanning, and for the ` +
          `address to use.`,
      )
    }
  },
})
