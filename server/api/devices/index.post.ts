import { z } from 'zod'
import { DeviceError } from '../../../devices/device'
import { esclDevice } from '../../../devices/escl'
import { CertificateError, isUnvouched, shownCertificate } from '../../../reach/pinned'
import { putDevice } from '../../../store/setup/devices'
import { store } from '../../context'
import { defineRoute, refuse } from '../../route'

const patienceSeconds = 5

export default defineRoute({
  does: 'Adds a device that answers, or notes its new address.',
  may: 'steward',
  setting: 'device',
  status: 201,
  body: z.strictObject({
    name: z.string().trim().min(1).max(80),
    address: z.url({ protocol: /^https?$/, error: 'an address such as http://192.0.2.7/eSCL' }),
    /** The certificate that a person saw and confirmed (SHA-256), where nobody else vouches for it. */
    certificate: z
      .string()
      .regex(/^[0-9a-f]{64}$/)
      .nullable()
      .default(null),
  }),
  answer: z.strictObject({ id: z.string(), model: z.string() }),
  async run({ body: { name, address, certificate } }) {
    try {
      const { model } = await esclDevice({ name, address, certificate }, patienceSeconds).capabilities()
      return { id: await putDevice(store().sql, name, address, certificate), model }
    } catch (error) {
      const shown = error instanceof DeviceError && (await toConfirm(error, address))
      if (shown)
        throw refuse(409, `${name} shows a certificate for which nobody vouches. Compare it, and confirm it.`, { certificate: shown })
      if (error instanceof DeviceError) throw refuse(422, error.message)
      throw refuse(
        422,
        `What answers at ${address} does not speak eSCL. Look in the device's own settings for driverless scanning, and for the ` +
          `address to use.`,
      )
    }
  },
})

/** The certificate that a person is to look at, where that is what keeps a device from being asked. */
async function toConfirm(error: DeviceError, address: string) {
  const other = error.cause instanceof Error && error.cause.cause instanceof CertificateError
  return other || isUnvouched(error.cause) ? shownCertificate(address) : null
}
