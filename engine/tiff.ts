import { writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import sharp from 'sharp'
import { encodeGroup4 } from '../core/raster/g4'
import type { Bitmap } from '../core/raster/image'
import { inBlackAndWhite } from '../core/raster/mono'
import type { FileSpec } from '../core/rubric/rubric'
import { decodeImage } from './images'
import { inGrey } from './pageImage'
import type { PageToMake } from './pageToMake'
import { inTempFolder } from './tempFolder'
import { runTool } from './tool'

/** The CCITT G4 data of a one-strip TIFF. */
export interface G4Image {
  width: number
  height: number
  blackIsZero: boolean
  data: Uint8Array
}

const tags = {
  width: 256,
  height: 257,
  bits: 258,
  compression: 259,
  photometric: 262,
  fillOrder: 266,
  offsets: 273,
  samples: 277,
  rows: 278,
  counts: 279,
  xResolution: 282,
  yResolution: 283,
  resolutionUnit: 296,
} as const

// libvips counts in pixels a millimetre.
const resolution = (dpi: number) => ({ xres: dpi / 25.4, yres: dpi / 25.4, resolutionUnit: 'inch' as const })

/**
 * A mono page as a one-page TIFF 6.0: CCITT G4 in a single strip, so that a PDF can carry the strip as it is.
 */
export function encodeG4(page: Bitmap, dpi: number): Buffer {
  const strip = encodeGroup4(page)
  const entries: [tag: number, type: 'short' | 'long' | 'rational', value: number][] = [
    [tags.width, 'long', page.width],
    [tags.height, 'long', page.height],
    [tags.bits, 'short', 1],
    [tags.compression, 'short', 4],
    [tags.photometric, 'short', 0],
    [tags.offsets, 'long', 0],
    [tags.samples, 'short', 1],
    [tags.rows, 'long', page.height],
    [tags.counts, 'long', strip.length],
    [tags.xResolution, 'rational', dpi],
    [tags.yResolution, 'rational', dpi],
    [tags.resolutionUnit, 'short', 2],
  ]
  const directory = 8
  const ratio = directory + 2 + entries.length * 12 + 4
  const data = ratio + 8
  const head = Buffer.alloc(data)
  head.write('II*\0', 0, 'latin1')
  head.writeUInt32LE(directory, 4)
  head.writeUInt16LE(entries.length, directory)
  entries.forEach(([tag, type, value], at) => {
    const place = directory + 2 + at * 12
    head.writeUInt16LE(tag, place)
    head.writeUInt16LE({ short: 3, long: 4, rational: 5 }[type], place + 2)
    head.writeUInt32LE(1, place + 4)
    head.writeUInt32LE(tag === tags.offsets ? data : type === 'rational' ? ratio : value, place + 8)
  })
  head.writeUInt32LE(Math.round(dpi * 1000), ratio)
  head.writeUInt32LE(1000, ratio + 4)
  return Buffer.concat([head, strip])
}

type TiffPage = Pick<PageToMake, 'file' | 'mono' | 'dpi'>
type Compression = NonNullable<FileSpec['compression']>

/**
 * Writes pages as one TIFF.
 * @param compression `auto`: mono pages as they are, others as JPEG in TIFF; `lzw`: all without loss, which any reader knows; `g4`:
 * all in black and white
 */
export function writeTiff(to: string, pages: readonly TiffPage[], compression: Compression = 'auto'): Promise<void> {
  return inTempFolder(async folder => {
    const parts: string[] = []
    for (const [at, page] of pages.entries()) parts.push(await tiffPage(page, compression, join(folder, `${at}.tif`)))
    await runTool('tiffcp', [...parts, to])
  })
}

/** A page as a TIFF of its own: its own file, where that is one already, or `to`. */
async function tiffPage({ file, mono, dpi }: TiffPage, compression: Compression, to: string): Promise<string> {
  if (mono && compression !== 'lzw') return file
  if (mono) await runTool('tiffcp', ['-c', 'lzw', file, to])
  else if (compression === 'g4') await writeFile(to, encodeG4(inBlackAndWhite(inGrey(await decodeImage(file, 1)), dpi), dpi))
  else {
    const packed =
      compression === 'lzw' ? ({ compression, predictor: 'horizontal' } as const) : ({ compression: 'jpeg', quality: 85 } as const)
    const page = sharp(file)
    const { channels } = await page.metadata()
    await page
      .toColourspace(channels === 1 ? 'b-w' : 'srgb')
      .tiff({ ...packed, ...resolution(dpi) })
      .toFile(to)
  }
  return to
}

/**
 * Takes the strip out of a TIFF that encodeG4 made (TIFF 6.0, section 2).
 * @throws {Error} where it is not a one-strip G4 page
 */
export function readG4(tiff: Uint8Array): G4Image {
  const view = new DataView(tiff.buffer, tiff.byteOffset, tiff.byteLength)
  const little = view.getUint16(0) === 0x4949
  const directory = view.getUint32(4, little)
  const found = new Map<number, { count: number; value: number }>()
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
