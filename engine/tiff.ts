import { mkdtemp, readFile, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import type { Grey } from '../core/raster/image'
import { runTool } from './tool'

/** The CCITT G4 data of a one-strip TIFF. */
export interface G4Image { width: number, height: number, blackIsZero: boolean, data: Uint8Array }

// libvips counts in pixels a millimetre.
const resolution = (dpi: number) => ({ xres: dpi / 25.4, yres: dpi / 25.4, resolutionUnit: 'inch' as const })

async function inFolder<T>(work: (folder: string) => Promise<T>): Promise<T> {
  const folder = await mkdtemp(join(tmpdir(), 'rubricator-tiff-'))
  try {
    return await work(folder)
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}

/**
 * A mono page as a one-page TIFF, CCITT G4 in a single strip, so that a PDF can carry the strip as it is.
 * @param page 0 ink, 255 paper
 */
export function encodeG4(page: Grey, dpi: number): Promise<Buffer> {
  return inFolder(async (folder) => {
    // Not withMetadata: its colour profile would make the page three channels wide.
    await sharp(page.data, { raw: { width: page.width, height: page.height, channels: 1 } })
      .toColourspace('b-w')
      .tiff({ compression: 'ccittfax4', bitdepth: 1, ...resolution(dpi) })
      .toFile(join(folder, 'strips.tif'))
    await runTool('tiffcp', ['-r', String(page.height), join(folder, 'strips.tif'), join(folder, 'page.tif')])
    return readFile(join(folder, 'page.tif'))
  })
}

/** Writes pages as one TIFF: mono pages as they are, others as JPEG in TIFF. */
export function writeTiff(to: string, pages: readonly { file: string, mono: boolean, dpi: number }[]): Promise<void> {
  return inFolder(async (folder) => {
    const parts: string[] = []
    for (const [at, page] of pages.entries()) {
      const part = page.mono ? page.file : join(folder, `${at}.tif`)
      if (!page.mono) await sharp(page.file).tiff({ compression: 'jpeg', quality: 85, ...resolution(page.dpi) }).toFile(part)
      parts.push(part)
    }
    await runTool('tiffcp', [...parts, to])
  })
}

const tags = { width: 256, height: 257, compression: 259, photometric: 262, fillOrder: 266, offsets: 273, counts: 279 } as const

/**
 * Takes the strip out of a TIFF that encodeG4 made (TIFF 6.0, section 2).
 * @throws {Error} where it is not a one-strip G4 page
 */
export function readG4(tiff: Uint8Array): G4Image {
  const view = new DataView(tiff.buffer, tiff.byteOffset, tiff.byteLength)
  const little = view.getUint16(0) === 0x4949
  const directory = view.getUint32(4, little)
  const found = new Map<number, { count: number, value: number }>()
  const entries = view.getUint16(directory, little)
  for (let entry = 0; entry < entries; entry++) {
    const at = directory + 2 + entry * 12
    const short = view.getUint16(at + 2, little) === 3
    found.set(view.getUint16(at, little), {
      count: view.getUint32(at + 4, little),
      value: short ? view.getUint16(at + 8, little) : view.getUint32(at + 8, little),
    })
  }
  const value = (tag: number) => found.get(tag)?.value ?? 0
  if (value(tags.compression) !== 4 || found.get(tags.offsets)?.count !== 1 || value(tags.fillOrder) === 2) {
    throw new Error('This TIFF is not one strip of CCITT G4.')
  }
  const start = value(tags.offsets)
  const end = start + value(tags.counts)
  if (end > tiff.length) throw new Error('This TIFF ends before its strip does.')
  return {
    width: value(tags.width),
    height: value(tags.height),
    blackIsZero: value(tags.photometric) === 1,
    data: tiff.subarray(start, end),
  }
}
