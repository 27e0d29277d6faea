import { writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { Examined } from './examine'
import { encodeJpeg, encodeThumbnail } from './images'
import { encodeG4 } from './tiff'

/** The files that stand for an examined page. */
export interface PageFiles {
  /** What documents are made from. */
  page: string
  /** What the ribbon shows; null where it was not wanted. */
  thumbnail: string | null
  /** The picture that reads best, where that is another than the page. */
  reading: string | null
}

// What is lost below it is noise.
const readingQuality = 85

/** Writes a page's files into a folder: a CCITT G4 TIFF or a JPEG, and a WebP thumbnail where one is wanted. */
export async function writePageFiles(examined: Examined, folder: string, wantsThumbnail = true): Promise<PageFiles> {
  const { page, ink, reading, dpi } = examined
  const files: PageFiles = {
    page: join(folder, ink ? 'page.tif' : 'page.jpg'),
    thumbnail: wantsThumbnail ? join(folder, 'thumbnail.webp') : null,
    reading: reading && join(folder, 'reading.jpg'),
  }
  const [pageBytes, thumbnail, read] = await Promise.all([
    ink ? encodeG4(ink, dpi) : encodeJpeg(page, dpi),
    wantsThumbnail && encodeThumbnail(page),
    reading && encodeJpeg({ ...reading, channels: 1, dpi }, dpi, readingQuality),
  ])
  await Promise.all([
    writeFile(files.page, pageBytes),
    ...(files.thumbnail && thumbnail ? [writeFile(files.thumbnail, thumbnail)] : []),
    ...(files.reading && read ? [writeFile(files.reading, read)] : []),
  ])
  return files
}
