import { execFile } from 'node:child_process'
import { mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import sharp from 'sharp'
import { Drawing } from '../paper/drawing'
import { Random } from '../paper/random'
import type { Side, Stack, Wear } from '../paper/stack'
import type { PrintedJob } from './printer'

const dpi = 300
const millimetre = dpi / 25.4

/** One copy of what was printed, as paper that can be laid in the feeder again. */
export async function printedPaper({ id, name, sides, colour, bytes }: PrintedJob): Promise<Stack> {
  const folder = await mkdtemp(join(tmpdir(), 'printed-'))
  try {
    await writeFile(join(folder, 'job.pdf'), bytes)
    const grey = colour === 'monochrome' ? ['-gray'] : []
    await promisify(execFile)('pdftoppm', ['-png', ...grey, '-r', String(dpi), join(folder, 'job.pdf'), join(folder, 'page')])
    const pages: Drawing[] = []
    // Their numbers are padded.
    for (const file of (await readdir(folder)).filter(one => one.endsWith('.png')).sort()) pages.push(await drawn(join(folder, file)))
    const random = new Random(id)
    const side = (drawing: Drawing | null): Side => ({ drawing, wear: asItComes(random) })
    const each = sides === 'one-sided' ? 1 : 2
    const sheets = Array.from({ length: Math.ceil(pages.length / each) }, (_, sheet) => ({
      front: side(pages[sheet * each]!),
      back: side(each === 2 ? (pages[sheet * 2 + 1] ?? null) : null),
    }))
    return { id: 'printed', title: name, seed: id, sheets, truth: { version: 1, stack: 'printed', seed: id, sides: [], documents: [] } }
  } finally {
    await rm(folder, { recursive: true })
  }
}

async function drawn(file: string): Promise<Drawing> {
  const picture = await readFile(file)
  const { width, height } = await sharp(picture).metadata()
  return new Drawing(width / millimetre, height / millimetre).picture(picture, 'image/png')
}

/** Fresh paper: nearly straight and nearly clean. */
const asItComes = (random: Random): Wear => ({
  skewDeg: random.between(-0.4, 0.4),
  specks: 2,
  holes: false,
  staple: false,
  streak: null,
  seeThrough: 0.04,
  paper: [250, 250, 247],
  pencil: null,
  seed: random.whole(1, 1e9),
})
