import { z } from 'zod'
import { DeviceError } from '../../../devices/device'
import { esclDevice } from '../../../devices/escl'
import { putDevice } from '../../../store/setup/devices'
import { requireRole } from '../../access'
import { store } from '../../context'
import { bodyOf } from '../../input'

const New = z.strictObject({ name: z.string().trim().min(1).max(80), address: z.url({ protocol: /^https?$/, error: 'an address such as http://192.0.2.7/eSCL' }) })
const patienceSeconds = 5

// Adds a device that answers, or notes its new address.
export default defineEventHandler(async (event) => {
  await requireRole(event, 'steward')
  const { name, address } = await bodyOf(event, New)
  try {
    const { model } = await esclDevice(name, address, patienceSeconds).capabilities()
    await putDevice(store().sql, name, address)
    setResponseStatus(event, 201)
    return { model }
  } catch (error) {
    if (error instanceof DeviceError) throw createError({ statusCode: 422, message: error.message })
    throw createError({ statusCode: 422, message: `What answers at ${address} does not speak eSCL. Look in the device's own settings for driverless scanning, and for the address to use.` })
  }
})
