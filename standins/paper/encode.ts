import { execFile } from 'node:child_process'
import { mkdtemp, readFile, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import PDFDocument from 'pdfkit'
import sharp from 'sharp'
import type { ScannedSide } from './scan'

function pixels(side: ScannedSide) {
  const image = sharp(side.data, { raw: { width: side.width, height: side.height, channels: side.channels } })
  return side.channels === 1 ? image.toColourspace('b-w') : image
}

/** The side as a device sends it. */
export function asJpeg(side: ScannedSide, dpi: number): Promise<Buffer> {
  return jpeg(pixels(side), dpi)
}

/** A kept picture as a device sends it: it has no two-colour JPEG, so mono goes out as grey. */
export function toJpeg(picture: Buffer, dpi: number): Promise<Buffer> {
  return jpeg(sharp(picture).toColourspace('b-w'), dpi)
}

async function jpeg(image: sharp.Sharp, dpi: number): Promise<Buffer> {
  const bytes = await image.jpeg({ quality: 80 }).toBuffer()
  // A JFIF header with the resolution; sharp writes it only together with a colour profile.
  const header = Buffer.from('ffe000104a46494600010201000000000000', 'hex')
  header.writeUInt16BE(dpi, 12)
  header.writeUInt16BE(dpi, 14)
  return Buffer.concat([bytes.subarray(0, 2), header, bytes.subarray(2)])
}

/** The side as a picture file: a two-colour PNG where it is mono, else the JPEG that a device sends. */
export function asPicture(side: ScannedSide, dpi: number, mono: boolean): Promise<Buffer> {
  return mono ? pixels(side).png({ palette: true, colours: 2, dither: 0 }).toBuffer() : asJpeg(side, dpi)
}

/** Pictures as one PDF of plain images: two colours for mono, since PDFKit takes no TIFF, JPEG otherwise. */
export async function asPdf(pictures: readonly Buffer[], dpi: number): Promise<Buffer> {
  const document = new PDFDocument({ autoFirstPage: false, info: { Producer: 'Simulated device', CreationDate: new Date(0) } })
  const chunks: Buffer[] = []
  document.on('data', (chunk: Buffer) => chunks.push(chunk))
  const ended = new Promise(resolve => document.on('end', resolve))
  for (const picture of pictures) {
    const { width, height } = await sharp(picture).metadata()
    const size: [number, number] = [(width / dpi) * 72, (height / dpi) * 72]
    document.addPage({ size, margin: 0 })
    document.image(picture, 0, 0, { width: size[0], height: size[1] })
  }
  document.end()
  await ended
  return Buffer.concat(chunks)
}

/** Mono pictures as a TIFF of many pages, CCITT G4. */
export async function asTiff(pictures: readonly Buffer[], dpi: number): Promise<Buffer> {
  const folder = await mkdtemp(join(tmpdir(), 'rubricator-paper-'))
  try {
    const parts: string[] = []
    for (const [at, picture] of pictures.entries()) {
      const part = join(folder, `${at}.tif`)
      await sharp(picture)
        .toColourspace('b-w')
        .tiff({ compression: 'ccittfax4', bitdepth: 1, xres: dpi / 25.4, yres: dpi / 25.4, resolutionUnit: 'inch' })
        .toFile(part)
      parts.push(part)
    }
    await promisify(execFile)('tiffcp', [...parts, join(folder, 'all.tif')])
    return await readFile(join(folder, 'all.tif'))
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}
