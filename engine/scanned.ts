import sharp from 'sharp'
import { decodePage, openSource, UnreadableError } from './sources'

const widest = 1654
const usualDpi = 200

/** A page of a file as it came, for a look at it: JPEG; null where it cannot be decoded. */
export async function scannedPicture(file: string, page: number): Promise<Buffer | null> {
  try {
    const { data, width, height, channels } = await decodePage(await openSource(file), page, usualDpi, true)
    return await sharp(data, { raw: { width, height, channels } }).resize({ width: widest, withoutEnlargement: true }).jpeg({ quality: 80 }).toBuffer()
  } catch (error) {
    if (error instanceof UnreadableError) return null
    throw error
  }
}
