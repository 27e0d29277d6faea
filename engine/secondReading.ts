import { join } from 'node:path'
import sharp from 'sharp'
import type { Word } from '../core/model/evidence'
import { inGroups } from '../core/text/groups'
import { pagesAtOnce, readPages } from './ocr'
import { inTempFolder } from './tempFolder'

/** Pixels an inch at which figures of eight points are read best. */
const bestDpi = 400
const most = 2
const blur = 0.8

/**
 * Reads pages once more, enlarged and smoothed, from the pictures that are kept: of grainy or thin print what the first reading lost
 * is read so, and what both read alike was read from two pictures.
 */
export async function readAgain(pages: readonly { file: string; dpi: number }[], languages: readonly string[]): Promise<Word[][]> {
  const read: Word[][] = []
  for (const group of inGroups(pages, pagesAtOnce, page => page.dpi)) {
    const { dpi } = group[0]!
    const scale = Math.min(most, Math.max(1, bestDpi / dpi))
    read.push(
      ...(await inTempFolder(async folder => {
        const files = await Promise.all(group.map((page, at) => enlarged(page.file, scale, join(folder, `${at}.png`))))
        return readPages(files, dpi * scale, languages)
      })),
    )
  }
  return read
}

async function enlarged(file: string, scale: number, to: string): Promise<string> {
  const { width } = await sharp(file).metadata()
  await sharp(file)
    .toColourspace('b-w')
    .resize({ width: Math.round(width * scale), kernel: 'cubic' })
    .blur(blur)
    .png({ compressionLevel: 1 })
    .toFile(to)
  return to
}
