import { readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { Rubric } from '../core/rubric/rubric'
import type { PictureJob } from '../engine/examineJob'
import { Examiners } from '../engine/examiners'
import type { Picture } from '../engine/pictures'
import { inTempFolder } from '../engine/tempFolder'
import type { Blobs } from '../store/blobs/blobs'
import type { PageToPreview } from '../store/pages/toExamine'

const usualDpi = 200
const thumbnailDpi = 60

// Foreign pictures are decoded in processes of their own, two at once, bounded in memory and time; never in the web server.
let decoders: Examiners | null = null
function opened(): Examiners {
  // The server is a bundle; what it starts lies in the sources, at whose root it runs.
  decoders ??= new Examiners(2, join(process.cwd(), 'engine/examineProcess.ts'))
  return decoders
}
/** Starts them, so that nobody's first picture waits for that. */
export const beginPictures = (): void => opened().begin()
export function closePictures(): void {
  decoders?.dispose()
  decoders = null
}

/** A picture of a file's page; null where it cannot be decoded. */
export function pictureOfFile(file: string, page: number, as: PictureJob['as']): Promise<Picture | null> {
  const open = opened()
  return inTempFolder(async folder => {
    const reply = await open.picture(file, { page, dpi: as === 'thumbnail' ? thumbnailDpi : usualDpi, as }, folder)
    if (reply.outcome === 'failed') throw new Error(reply.error)
    return reply.outcome === 'pictured' ? { bytes: await readFile(reply.file), mediaType: reply.mediaType } : null
  })
}

/** A side as a rubric would clean it, with what a person decided to be black. */
export function previewOf(
  file: string,
  { page, side, half, turned, redacted }: Omit<PageToPreview, 'blob'>,
  rubric: Rubric,
): Promise<Picture | null> {
  const open = opened()
  return inTempFolder(async folder => {
    const reply = await open.examine({
      file,
      page,
      side,
      half,
      turned,
      byHand: redacted,
      rubric: { ...rubric, split: { ...rubric.split, rules: [] } },
      folder,
    })
    if (reply.outcome === 'failed') throw new Error(reply.error)
    if (reply.outcome !== 'examined') return null
    const bytes = await readFile(reply.files.page)
    return bytes[0] === 0xff ? { bytes, mediaType: 'image/jpeg' } : pictureOfFile(reply.files.page, 1, 'shown')
  })
}

/** A page that is kept, as a browser can show it: a JPEG as it is, a TIFF as PNG. */
export async function shownPage(blobs: Blobs, blob: string): Promise<Picture | null> {
  const bytes = await blobs.get(blob)
  return bytes[0] === 0xff ? { bytes, mediaType: 'image/jpeg' } : pictureOfFile(await blobs.local(blob), 1, 'shown')
}

/** A small picture of the first page of what these bytes are. */
export const thumbnailOf = (bytes: Uint8Array): Promise<Picture | null> =>
  inTempFolder(async folder => {
    const file = join(folder, 'file')
    await writeFile(file, bytes)
    return pictureOfFile(file, 1, 'thumbnail')
  })
