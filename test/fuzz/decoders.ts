import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { Rubric } from '../../core/rubric/rubric'
import { bitmapOf } from '../../core/raster/mono'
import { Examiners } from '../../engine/examiners'
import { encodeG4 } from '../../engine/tiff'
import { Drawing } from '../../standins/paper/drawing'
import { asPdf } from '../../standins/paper/encode'
import { Random } from '../../standins/paper/random'
import { mutated } from './mutate'

const dpi = 100
const rubric = Rubric.parse({
  version: 1,
  name: 'Fuzz',
  scan: { colour: 'auto' },
  clean: { remove: ['borders', 'holes', 'specks', 'streaks'] },
  split: { rules: [{ rule: 'barcode', value: '^MP' }] },
  read: { ocr: false },
})

/** Small sound files of every kind that is taken. */
async function seeds(): Promise<[string, Buffer][]> {
  const page = new Drawing(74, 105).box(0, 0, 74, 105, { fill: '#f6f3ea', stroke: '#f6f3ea' })
  page.barcode('code128', 'MP26-04217', 30, 5, 40, 10).lines(8, 30, ['Mooring permit', 'Hull 43574245', 'Berth C14'], 9)
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="291" height="413" viewBox="0 0 74 105">${page.content}</svg>`
  const picture = () => sharp(Buffer.from(svg)).flatten({ background: '#fff' }).withMetadata({ density: dpi })
  const jpeg = await picture().jpeg().toBuffer()
  const grey = await picture().toColourspace('b-w').raw().toBuffer({ resolveWithObject: true })
  const bitmap = bitmapOf({ width: grey.info.width, height: grey.info.height, data: new Uint8Array(grey.data) })
  return [
    ['jpeg', jpeg],
    ['png', await picture().png().toBuffer()],
    ['png with a palette', await picture().png({ palette: true }).toBuffer()],
    ['webp', await picture().webp().toBuffer()],
    ['tiff', await picture().tiff({ compression: 'lzw' }).toBuffer()],
    ['tiff of fax', Buffer.from(encodeG4(bitmap, dpi))],
    ['pdf', await asPdf([jpeg, jpeg], dpi)],
  ]
}

export interface Fuzzed {
  files: number
  examined: number
  unreadable: number
  /** What was neither: the kind, the number that makes it again, and what happened. */
  failed: string[]
}

/**
 * Examines spoilt files until the time is over: each is either examined, or refused in words that say what to do.
 * @param most files, where the time would allow more
 */
export async function fuzzDecoders(seed: number, seconds: number, most = Infinity): Promise<Fuzzed> {
  const folder = await mkdtemp(join(tmpdir(), 'rubricator-fuzz-'))
  const examiners = new Examiners(2)
  const sound = await seeds()
  const until = Date.now() + seconds * 1000
  const found: Fuzzed = { files: 0, examined: 0, unreadable: 0, failed: [] }
  const lane = async () => {
    while (Date.now() < until && found.files < most) {
      const number = seed * 1_000_000 + found.files++
      const random = new Random(number)
      const [kind, bytes] = random.pick(sound)
      const own = join(folder, String(number))
      await mkdir(own)
      const file = join(own, 'file')
      await writeFile(file, mutated(bytes, random))
      const counted = await examiners.count(file)
      const reply =
        counted.outcome === 'counted'
          ? await examiners.examine({ file, page: random.whole(1, counted.pages), side: 'front', rubric, folder: own })
          : counted
      if (reply.outcome === 'examined') found.examined++
      else if (reply.outcome === 'unreadable' && /[.;] |\.$/.test(reply.why)) found.unreadable++
      else found.failed.push(`${kind}, ${number}: ${JSON.stringify(reply).slice(0, 600)}`)
      await rm(own, { recursive: true })
    }
  }
  await Promise.all([lane(), lane()])
  examiners.dispose()
  await rm(folder, { recursive: true })
  return found
}
