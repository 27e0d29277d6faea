import { join } from 'node:path'
import sharp from 'sharp'
import type { Word } from '../core/model/evidence'
import type { Box } from '../core/model/zone'
import { inGroups } from '../core/text/groups'
import { pagesAtOnce, readPages } from './ocr'
import { writeEnlarged } from './images'
import { inTempFolder } from './tempFolder'

/** Pixels an inch at which figures of eight points are read best. */
const bestDpi = 400
const most = 2
const blur = 0.8
const frameInches = 0.02

export interface PageAgain {
  file: string
  dpi: number
  /** Printed boxes to tick, in inches: with their ticks, they spoil the words beside them. */
  boxes?: readonly Box[]
}

/**
 * Reads pages once more, enlarged and smoothed, from the pictures that are kept, and as one column: of grainy or thin print what the
 * first reading lost is read so, and narrow columns of forms and tables; what both read alike was read from two pictures.
 */
export async function readAgain(pages: readonly PageAgain[], languages: readonly string[]): Promise<Word[][]> {
  const read: Word[][] = []
  for (const group of inGroups(pages, pagesAtOnce, page => page.dpi)) {
    const { dpi } = group[0]!
    const scale = Math.min(most, Math.max(1, bestDpi / dpi))
    read.push(
      ...(await inTempFolder(async folder => {
        const files = await Promise.all(group.map((page, at) => enlarged(page, scale, join(folder, `${at}.png`))))
        return readPages(files, dpi * scale, languages, { as: 'one column' })
      })),
    )
  }
  return read
}

async function enlarged({ file, dpi, boxes = [] }: PageAgain, scale: number, to: string): Promise<string> {
  const size = boxes.length ? await sharp(file).metadata() : { width: 0, height: 0 }
  const white = boxes.flatMap(box => whiteOver(box, dpi, size))
  // What lies over a picture is put there after it was resized, in whatever order one says it: so it goes first.
  const page = white.length ? await sharp(file).toColourspace('b-w').composite(white).png({ compressionLevel: 1 }).toBuffer() : file
  return writeEnlarged(page, scale, blur, to)
}

/** A patch over a box, with its frame. */
function whiteOver(box: Box, dpi: number, page: { width: number; height: number }): sharp.OverlayOptions[] {
  const frame = Math.ceil(frameInches * dpi)
  const [left, top] = [Math.max(0, Math.floor(box.x * dpi) - frame), Math.max(0, Math.floor(box.y * dpi) - frame)]
  const width = Math.min(page.width - left, Math.ceil(box.width * dpi) + 2 * frame)
  const height = Math.min(page.height - top, Math.ceil(box.height * dpi) + 2 * frame)
  return width > 0 && height > 0 ? [{ input: { create: { width, height, channels: 3, background: 'white' } }, left, top }] : []
}
