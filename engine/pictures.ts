import { readFile } from 'node:fs/promises'
import sharp from 'sharp'
import type { PictureJob } from './examineJob'
import { encodeThumbnail, viewable } from './images'
import { decodePage, openSource } from './sources'

const widest = 1654

export interface Picture {
  bytes: Buffer
  mediaType: 'image/webp' | 'image/jpeg' | 'image/png'
}

/**
 * A picture of a file's page for a person: small, as it was scanned, or, of a page that is kept, as a browser can show it.
 * @param dpi at which a page without pixels of its own is drawn
 * @throws {UnreadableError} where it cannot be decoded
 */
export async function pictureOf(file: string, page: number, dpi: number, as: PictureJob['as']): Promise<Picture> {
  if (as === 'shown') return viewable(await readFile(file))
  const image = await decodePage(await openSource(file), page, dpi, true)
  if (as === 'thumbnail') return { bytes: await encodeThumbnail(image), mediaType: 'image/webp' }
  const { data, width, height, channels } = image
  const bytes = await sharp(data, { raw: { width, height, channels } })
    .resize({ width: widest, withoutEnlargement: true })
    .jpeg({ quality: 80 })
    .toBuffer()
  return { bytes, mediaType: 'image/jpeg' }
}
