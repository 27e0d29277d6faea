import sharp from 'sharp'
import { z } from 'zod'
import { DeviceError } from '../../../../devices/device'
import { esclDevice } from '../../../../devices/escl'
import { findDevice } from '../../../../store/setup/devices'
import { notThere, requireRole } from '../../../access'
import { store } from '../../../context'
import { bodyOf, uuidOf } from '../../../input'

const Test = z.strictObject({ source: z.enum(['feeder', 'glass']) })
const mostPixels = 60_000_000
const pictureWidth = 480

// One side, scanned small and kept nowhere.
export default defineEventHandler(async (event) => {
  await requireRole(event, 'steward')
  const row = await findDevice(store().sql, uuidOf(event))
  if (!row) throw notThere()
  const { source } = await bodyOf(event, Test)
  const device = esclDevice(row.name, row.address)
  try {
    const job = await device.start({ source, twoSided: false, colour: 'colour', dpi: 75, paper: 'A4', opened: false, gentle: false, original: 'text-and-pictures' })
    const side = await device.next(job, source)
    if (source === 'feeder') await device.cancel(job)
    if (!side) throw new DeviceError(`${row.name} gave no side. Load a sheet and try again.`)
    const picture = await sharp(side.bytes, { limitInputPixels: mostPixels }).resize({ width: pictureWidth }).webp({ quality: 80 }).toBuffer()
    setResponseHeader(event, 'content-type', 'image/webp')
    return picture
  } catch (error) {
    if (error instanceof DeviceError) throw createError({ statusCode: 422, message: error.message })
    throw error
  }
})
