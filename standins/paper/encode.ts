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
export async function asJpeg(side: ScannedSide, dpi: number): Promise<Buffer> {
  const jpeg = await pixels(side).jpeg({ quality: 80 }).toBuffer()
  // A JFIF header with the resolution; sharp writes it only together with a colour profile.
  const header = Buffer.from('ffe000104a46494600010201000000000000', 'hex')
  header.writeUInt16BE(dpi, 12)
  header.writeUInt16BE(dpi, 14)
  return Buffer.concat([jpeg.subarray(0, 2), header, jpeg.subarray(2)])
}

/** Sides as one PDF of plain images: CCITT G4 for mono, JPEG otherwise. */
export async function asPdf(sides: readonly ScannedSide[], dpi: number, mono: boolean): Promise<Buffer> {
  const document = new PDFDocument({ autoFirstPage: false, info: { Producer: 'Simulated device', CreationDate: new Date(0) } })
  const chunks: Buffer[] = []
  document.on('data', (chunk: Buffer) => chunks.push(chunk))
  const ended = new Promise(resolve => document.on('end', resolve))
  for (const side of sides) {
    const size: [number, number] = [side.width / dpi * 72, side.height / dpi * 72]
    document.addPage({ size, margin: 0 })
    // PDFKit takes no TIFF, so mono goes in as a two-colour PNG.
    const image = mono ? await pixels(side).png({ palette: true, colours: 2, dither: 0 }).toBuffer() : await asJpeg(side, dpi)
    document.image(image, 0, 0, { width: size[0], height: size[1] })
  }
  document.end()
  await ended
  return Buffer.concat(chunks)
}

/** Mono sides as a TIFF of many pages, CCITT G4. */
export async function asTiff(sides: readonly ScannedSide[], dpi: number): Promise<Buffer> {
  const folder = await mkdtemp(join(tmpdir(), 'rubricator-paper-'))
  try {
    const parts: string[] = []
    for (const [at, side] of sides.entries()) {
      const part = join(folder, `${at}.tif`)
      await pixels(side).tiff({ compression: 'ccittfax4', bitdepth: 1, xres: dpi / 25.4, yres: dpi / 25.4, resolutionUnit: 'inch' }).toFile(part)
      parts.push(part)
    }
    await promisify(execFile)('tiffcp', [...parts, join(folder, 'all.tif')])
    return await readFile(join(folder, 'all.tif'))
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}
