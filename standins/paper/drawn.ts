import { createHash, randomUUID } from 'node:crypto'
import { mkdir, readFile, rename, stat, utimes, writeFile, readdir, rm } from 'node:fs/promises'
import { homedir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { asPicture } from './encode'
import { scanSide, sizeOf, type ColourMode, type ScannedSide, type Size } from './scan'
import type { Stack } from './stack'

/** How a side is scanned; without a region, the sheet's own size. */
export interface Capture {
  dpi: number
  colour: ColourMode
  region?: Size
}

/** Drawing a side takes half a second, so what was drawn once is kept for every copy and every test of this person. */
const folder = join(process.env.XDG_CACHE_HOME || join(homedir(), '.cache'), 'rubricator', 'paper')
const mostDays = 60

/** Changes with whatever else decides the pixels. */
const drawer = (async () => {
  const hash = createHash('sha256').update(JSON.stringify(sharp.versions))
  for (const file of ['scan.ts', 'encode.ts']) hash.update(await readFile(new URL(file, import.meta.url)))
  return hash.digest('hex')
})()

/** One side of a sheet as a picture file: JPEG, or PNG with two colours where it is mono. The same paper gives the same bytes. */
export async function drawnSide(stack: Stack, sheet: number, face: 'front' | 'back', { dpi, colour, region }: Capture): Promise<Buffer> {
  const pair = stack.sheets[sheet]
  if (!pair) throw new Error(`The stack has no sheet ${sheet + 1}.`)
  const told = JSON.stringify([
    await drawer,
    pair.front.drawing?.content,
    pair.front.wear,
    pair.back.drawing?.content,
    pair.back.wear,
    sizeOf(pair),
    face,
    dpi,
    colour,
    region,
  ])
  const name = createHash('sha256').update(told).digest('hex')
  const path = join(folder, name.slice(0, 2), name)
  const known = await readFile(path).catch(() => null)
  if (known) {
    // What is used stays.
    void utimes(path, new Date(), new Date()).catch(() => undefined)
    return known
  }
  const picture = await asPicture(await scanSide(stack, sheet, face, dpi, colour, region), dpi, colour === 'mono')
  await keep(path, picture)
  return picture
}

/** The pixels of that picture, as whoever gets it sees them. */
export async function drawnPixels(stack: Stack, sheet: number, face: 'front' | 'back', capture: Capture): Promise<ScannedSide> {
  const channels = capture.colour === 'colour' ? 3 : 1
  const picture = sharp(await drawnSide(stack, sheet, face, capture))
  const pixels = channels === 1 ? picture.toColourspace('b-w').extractChannel(0) : picture.toColourspace('srgb')
  const { data, info } = await pixels.raw().toBuffer({ resolveWithObject: true })
  return { width: info.width, height: info.height, channels, data }
}

/** Two that draw the same side at once both keep it; a folder that cannot be written only costs time. */
async function keep(path: string, picture: Buffer): Promise<void> {
  const part = `${path}.${randomUUID()}.part`
  try {
    await mkdir(join(path, '..'), { recursive: true })
    await writeFile(part, picture)
    await rename(part, path)
  } catch {
    await rm(part, { force: true })
  }
}

/** Removes what nobody asked for in two months. */
export async function forgetOldPaper(): Promise<void> {
  const before = Date.now() - mostDays * 24 * 3600 * 1000
  for (const entry of await readdir(folder, { recursive: true, withFileTypes: true }).catch(() => [])) {
    const path = join(entry.parentPath, entry.name)
    if (entry.isFile() && ((await stat(path).catch(() => null))?.mtimeMs ?? before) < before) await rm(path, { force: true })
  }
}
