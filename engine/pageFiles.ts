import { writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { Examined } from './examine'
import { encodeJpeg, encodeThumbnail } from './images'
import { encodeG4 } from './tiff'

/** The files that stand for an examined page: what documents are made from, and what the ribbon shows. */
export interface PageFiles {
  page: string
  thumbnail: string
}

/** Writes a page's files into a folder: a CCITT G4 TIFF or a JPEG, and a WebP thumbnail. */
export async function writePageFiles(examined: Examined, folder: string): Promise<PageFiles> {
  const { page, ink, dpi } = examined
  const files: PageFiles = { page: join(folder, ink ? 'page.tif' : 'page.jpg'), thumbnail: join(folder, 'thumbnail.webp') }
  const [pageBytes, thumbnail] = await Promise.all([ink ? encodeG4(ink, dpi) : encodeJpeg(page, dpi), encodeThumbnail(page)])
  await Promise.all([writeFile(files.page, pageBytes), writeFile(files.thumbnail, thumbnail)])
  return files
}
