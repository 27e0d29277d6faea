import sharp from 'sharp'
import { sniff } from './sniff'
import { runTool } from './tool'

const widest = 240
const mostPixels = 60_000_000

/** A small picture of a file's first page, as WebP; null where it is no picture and no PDF, or cannot be drawn. */
export async function firstPagePicture(bytes: Buffer): Promise<Buffer | null> {
  const format = sniff(bytes)
  if (!format) return null
  try {
    const picture = format === 'pdf'
      ? await runTool('pdftoppm', ['-png', '-singlefile', '-scale-to', String(widest * 2), '-'], { input: bytes, seconds: 20, memory: 1024 })
      : bytes
    return await sharp(picture, { limitInputPixels: mostPixels }).rotate().resize({ width: widest, height: widest * 2, fit: 'inside', withoutEnlargement: true }).webp({ quality: 72 }).toBuffer()
  } catch (error) {
    console.error(`No picture of a file's first page: ${error instanceof Error ? error.message : String(error)}`)
    return null
  }
}
