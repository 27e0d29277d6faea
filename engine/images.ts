import { crc32 } from 'node:zlib'
import sharp from 'sharp'
import type { PageImage } from './pageImage'

const mostPixels = 150_000_000
/** Pixels an inch; a file that says more is spoilt there. */
const finest = 4800

const openOptions = { limitInputPixels: mostPixels, failOn: 'error' as const }

/** How many pages an image file has, and its size. */
export async function imageInfo(file: string): Promise<{ pages: number }> {
  const { pages } = await sharp(file, openOptions).metadata()
  return { pages: pages ?? 1 }
}

/** Width and height of one page as it is shown, in pixels. */
export async function imageSize(file: string, page: number): Promise<{ width: number; height: number }> {
  const {
    autoOrient: { width, height },
  } = await sharp(file, { ...openOptions, page: page - 1 }).metadata()
  return { width, height }
}

/**
 * Decodes one page of a JPEG, PNG or TIFF, turned as its own orientation tag says.
 * @param page from 1
 * @throws {Error} where it is damaged or has more than 150 million pixels
 */
export async function decodeImage(file: string | Buffer, page: number): Promise<PageImage> {
  const source = sharp(file, { ...openOptions, page: page - 1 })
  const { density, isPalette, channels, space } = await source.metadata()
  const grey = !isPalette && (channels <= 2 || space === 'b-w')
  const pipeline = source.rotate().flatten({ background: '#ffffff' })
  const { data, info } = await (grey ? pipeline.toColourspace('b-w').extractChannel(0) : pipeline.toColourspace('srgb'))
    .raw()
    .toBuffer({ resolveWithObject: true })
  if (info.channels !== 1 && info.channels !== 3) throw new Error(`An image with ${info.channels} channels cannot be taken.`)
  // Cameras and screens write 72 or 96 without meaning it; no scanner does. Nor does any see more than the finest.
  const dpi = density && density >= 75 && density <= finest && density !== 96 ? density : null
  return { width: info.width, height: info.height, channels: info.channels, data, dpi }
}

const raw = (image: Omit<PageImage, 'dpi'>) => {
  const pixels = sharp(image.data, { raw: { width: image.width, height: image.height, channels: image.channels } })
  return image.channels === 1 ? pixels.toColourspace('b-w') : pixels
}

/** JPEG of a page, with its resolution. Quality 1 to 100. */
export async function encodeJpeg(image: PageImage, dpi: number, quality = 82): Promise<Buffer> {
  return withJpegDensity(await raw(image).jpeg({ quality }).toBuffer(), dpi)
}

/** The same JPEG with another resolution: sharp's withMetadata would add a colour profile and make a grey page three channels wide. */
export function withJpegDensity(jpeg: Buffer, dpi: number): Buffer {
  // JFIF 1.02: APP0 follows the start of the image; unit 1 is dots an inch.
  const header = Buffer.from('ffe000104a46494600010201000000000000', 'hex')
  header.writeUInt16BE(Math.round(dpi), 12)
  header.writeUInt16BE(Math.round(dpi), 14)
  const present = jpeg.readUInt16BE(2) === 0xffe0 ? 2 + jpeg.readUInt16BE(4) : 0
  return Buffer.concat([jpeg.subarray(0, 2), header, jpeg.subarray(2 + present)])
}

/** PNG of a page, with its resolution. */
export async function encodePng(image: PageImage, dpi: number): Promise<Buffer> {
  const png = await raw(image).png({ compressionLevel: 3 }).toBuffer()
  const chunk = Buffer.alloc(21)
  chunk.writeUInt32BE(9, 0)
  chunk.write('pHYs', 4, 'latin1')
  const perMetre = Math.round(dpi / 0.0254)
  chunk.writeUInt32BE(perMetre, 8)
  chunk.writeUInt32BE(perMetre, 12)
  chunk[16] = 1
  chunk.writeUInt32BE(crc32(chunk.subarray(4, 17)), 17)
  // After the signature and IHDR, once (PNG, third edition, 5.6: pHYs before the first IDAT); the encoder has one of its own.
  const header = 33
  const present = png.subarray(header + 4, header + 8).toString('latin1') === 'pHYs' ? chunk.length : 0
  return Buffer.concat([png.subarray(0, header), chunk, png.subarray(header + present)])
}

/** Pixels; the format itself ends at four times that. */
const mostHigh = 4000

/** A small picture of a page for the ribbon; of one that is many times as high as wide, a narrower one. */
export function encodeThumbnail(image: PageImage, width = 240): Promise<Buffer> {
  return raw(image).resize({ width, height: mostHigh, fit: 'inside', kernel: 'cubic' }).webp({ quality: 72, effort: 0 }).toBuffer()
}

/** Writes a page in grey, so many times as large, smoothed by `blur` pixels of the larger one. @returns `to` */
export async function writeEnlarged(page: string | Buffer, scale: number, blur: number, to: string): Promise<string> {
  const { width } = await sharp(page, openOptions).metadata()
  await sharp(page, openOptions)
    .toColourspace('b-w')
    .resize({ width: Math.round(width * scale), kernel: 'cubic' })
    .blur(blur)
    .png({ compressionLevel: 1 })
    .toFile(to)
  return to
}

/** What a browser can show of a page's file: a JPEG as it is, a TIFF as PNG. */
export async function viewable(file: Buffer): Promise<{ bytes: Buffer; mediaType: 'image/jpeg' | 'image/png' }> {
  if (file[0] === 0xff) return { bytes: file, mediaType: 'image/jpeg' }
  return { bytes: await sharp(file, openOptions).toColourspace('b-w').png({ compressionLevel: 3 }).toBuffer(), mediaType: 'image/png' }
}
