import { z } from 'zod'
import { DeviceError } from '../../../../devices/device'
import { esclDevice } from '../../../../devices/escl'
import { findDevice } from '../../../../store/setup/devices'
import { store } from '../../../context'
import { thumbnailOf } from '../../../pictures'
import { notThere } from '../../../refusals'
import { defineRoute, Identity, refuse, sendFile } from '../../../route'

const small = {
  twoSided: false,
  colour: 'colour',
  dpi: 75,
  paper: 'A4',
  opened: false,
  gentle: false,
  original: 'text-and-pictures',
} as const

export default defineRoute({
  does: 'Scans one side, small, and keeps it nowhere.',
  may: 'steward',
  params: Identity,
  body: z.strictObject({ source: z.enum(['feeder', 'glass']) }),
  async run({ event, params, body: { source } }) {
    const row = await findDevice(store().sql, params.id)
    if (!row) throw notThere()
    const device = esclDevice(row)
    try {
      const job = await device.start({ source, ...small })
      const side = await device.next(job, source)
      if (source === 'feeder') await device.cancel(job)
      if (!side) throw new DeviceError(`${row.name} gave no side. Load a sheet and try again.`)
      const picture = await thumbnailOf(side.bytes)
      if (!picture) throw new DeviceError(`${row.name} gave a side that cannot be decoded. Check its settings and try again.`)
      sendFile(event, picture.mediaType)
      return picture.bytes
    } catch (error) {
      if (error instanceof DeviceError) throw refuse(422, error.message)
      throw error
    }
  },
})
