import { writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { Word } from '../core/model/evidence'
import type { Box } from '../core/model/zone'
import { crop, type Grey } from '../core/raster/image'
import { linesOf } from '../core/text/lines'
import { inTempFolder } from './tempFolder'
import { runTool, ToolError } from './tool'

/** Pages that one process reads: loading the language takes as long as a short page. */
export const pagesAtOnce = 6

/**
 * How tesseract cuts a page up before it reads it: it looks for columns, or takes all as one, in lines of any size, or as one block,
 * of which it leaves nothing out, not even a figure that stands alone.
 */
const segmentations = { columns: '3', 'one column': '4', 'one block': '6' }

/** How pages are read; `seconds`: for each, after which it is given up. */
interface HowToRead {
  as?: keyof typeof segmentations
  seconds?: number
}

/**
 * Reads page images of one resolution with tesseract, in one process.
 * @param files TIFF, PNG or JPEG
 * @param languages tesseract's codes, such as "eng"
 * @returns each page's words
 * @throws {ToolError} where tesseract or a language is missing
 */
export async function readPages(
  files: readonly string[],
  dpi: number,
  languages: readonly string[],
  how: HowToRead = {},
): Promise<Word[][]> {
  if (files.length <= 1) return Promise.all(files.map(file => readTable(file, 1, dpi, languages, how).then(pages => pages[0]!)))
  return inTempFolder(async folder => {
    const list = join(folder, 'pages.txt')
    await writeFile(list, `${files.join('\n')}\n`)
    try {
      return await readTable(list, files.length, dpi, languages, how)
    } catch (error) {
      if (!(error instanceof ToolError)) throw error
      // One of them brings tesseract down; the others need not go with it.
      const pages: Word[][] = []
      for (const file of files) pages.push(...(await readTable(file, 1, dpi, languages, how)))
      return pages
    }
  })
}

/** What is only noise takes the engine minutes. */
const patience = 60

/** The same pages in another way, where a first reading is there already: no words where that takes too long or fails. */
export async function readPatiently(
  files: readonly string[],
  dpi: number,
  languages: readonly string[],
  as: keyof typeof segmentations,
): Promise<Word[][]> {
  try {
    return await readPages(files, dpi, languages, { as, seconds: patience })
  } catch (error) {
    if (error instanceof ToolError) return files.map(() => [])
    throw error
  }
}

async function readTable(
  input: string,
  pages: number,
  dpi: number,
  languages: readonly string[],
  { as = 'columns', seconds = 180 }: HowToRead,
): Promise<Word[][]> {
  const table = await runTool(
    'tesseract',
    [input, 'stdout', '-l', languages.join('+'), '--dpi', String(Math.round(dpi)), '--psm', segmentations[as], 'tsv'],
    {
      seconds: seconds * pages,
      memory: 3072,
      env: { OMP_THREAD_LIMIT: '1' },
    },
  )
  return parseTable(table.toString('utf8'), pages, dpi)
}

// Below this tesseract guesses; a page of prose gives 10 and more.
const leastConfidence = 2

/**
 * By how much a page must be turned clockwise so that its text stands upright, by the direction of its letters.
 * 0 where it has too little text to tell.
 */
export async function textDirection(page: Grey, dpi: number): Promise<0 | 90 | 180 | 270> {
  const pixmap = Buffer.concat([Buffer.from(`P5\n${page.width} ${page.height}\n255\n`), page.data])
  const words = await runTool('tesseract', ['stdin', 'stdout', '--dpi', String(Math.round(dpi)), '--psm', '0', '-l', 'osd'], {
    input: pixmap,
    seconds: 60,
    memory: 3072,
    env: { OMP_THREAD_LIMIT: '1' },
  }).catch((error: unknown) => {
    if (error instanceof ToolError && /too few characters/i.test(error.message)) return Buffer.alloc(0)
    throw error
  })
  const text = words.toString('utf8')
  const degrees = Number(/^Rotate: (\d+)/m.exec(text)?.[1] ?? 0)
  const sure = Number(/^Orientation confidence: ([\d.]+)/m.exec(text)?.[1] ?? 0) >= leastConfidence
  return sure && (degrees === 90 || degrees === 180 || degrees === 270) ? degrees : 0
}

// Where a number is printed beside a code: below it mostly, above or to its right at times. Inches.
const besideInches = { across: 0.35, down: 0.35 }
const mostBeside = 6
// A word alone reads less surely than with those beside it.
const lineInches = { across: 0.8, down: 0.12 }

/** The words of a line that stands in a place on a page, or runs across it. */
export const lineAcross = (page: Grey, place: Box, dpi: number, languages: readonly string[]): Promise<Word[]> =>
  readPart(page, withRoom(place, lineInches), dpi, languages, '7')

/** Lines of text around a place on a page that hold a digit, and their words: the number that is printed beside a code. */
export async function textBeside(page: Grey, place: Box, dpi: number, languages: readonly string[]): Promise<string[]> {
  const lines = linesOf(await readPart(page, withRoom(place, besideInches), dpi, languages, '11'))
  const texts = lines.flatMap(line => [line.map(word => word.text).join(' '), ...line.map(word => word.text)])
  return [...new Set(texts)].filter(text => /\d/.test(text)).slice(0, mostBeside)
}

const withRoom = ({ x, y, width, height }: Box, room: { across: number; down: number }): Box => ({
  x: x - room.across,
  y: y - room.down,
  width: width + 2 * room.across,
  height: height + 2 * room.down,
})

/** Words of a part of a page, by one of the engine's ways to take a page apart; they and the part are placed on the page. */
async function readPart(page: Grey, box: Box, dpi: number, languages: readonly string[], segmentation: string): Promise<Word[]> {
  const left = Math.max(0, Math.floor(box.x * dpi))
  const top = Math.max(0, Math.floor(box.y * dpi))
  const part = crop(page, { x: left, y: top, width: (box.x + box.width) * dpi - left, height: (box.y + box.height) * dpi - top })
  if (part.width < 16 || part.height < 16) return []
  const table = await runTool(
    'tesseract',
    ['stdin', 'stdout', '-l', languages.join('+'), '--dpi', String(Math.round(dpi)), '--psm', segmentation, 'tsv'],
    {
      input: Buffer.concat([Buffer.from(`P5\n${part.width} ${part.height}\n255\n`), part.data]),
      seconds: 30,
      memory: 3072,
      env: { OMP_THREAD_LIMIT: '1' },
    },
  )
  return parseTable(table.toString('utf8'), 1, dpi)[0]!.map(word => ({ ...word, x: word.x + left / dpi, y: word.y + top / dpi }))
}

/** Languages that can be read on this machine. */
export async function readableLanguages(): Promise<string[]> {
  const list = (await runTool('tesseract', ['--list-langs'], { seconds: 20 })).toString('utf8')
  return list
    .split('\n')
    .slice(1)
    .map(line => line.trim())
    .filter(Boolean)
}

/** Words of tesseract's TSV (level 5), page by page. Lines, paragraphs and blocks are numbered in reading order. */
function parseTable(table: string, count: number, dpi: number): Word[][] {
  const pages = Array.from({ length: count }, () => ({
    words: [] as Word[],
    /** Inches. */
    size: { width: 0, height: 0 },
    lines: numbering(),
    paragraphs: numbering(),
    blocks: numbering(),
  }))
  const inches = (pixels: string) => Math.round((Number(pixels) / dpi) * 1000) / 1000
  for (const row of table.split('\n').slice(1)) {
    const [level, number, block = '', paragraph = '', line = '', , left, top, width, height, confidence, ...text] = row.split('\t')
    const word = text.join('\t').trim()
    const page = pages[Number(number) - 1]
    if (page && level === '1' && width && height) page.size = { width: inches(width), height: inches(height) }
    if (!page || level !== '5' || word === '' || !left || !top || !width || !height) continue
    page.words.push({
      text: word,
      x: inches(left),
      y: inches(top),
      width: inches(width),
      height: inches(height),
      confidence: Math.max(0, Math.min(1, Number(confidence) / 100)),
      line: page.lines(`${block}.${paragraph}.${line}`),
      paragraph: page.paragraphs(`${block}.${paragraph}`),
      block: page.blocks(block),
    })
  }
  return pages.map(page => page.words.filter(word => !isHole(word, page.size)))
}

// ISO 838: holes of 6 mm, 12 mm from an edge; worn ones are larger, and their shadow is.
const [leastHole, mostHole, holeFromEdge] = [0.15, 0.36, 0.8]

/** A punch hole that was taken for a letter or two. */
function isHole({ x, y, width, height, confidence, text }: Word, page: { width: number; height: number }): boolean {
  const round = [width, height].every(side => side >= leastHole && side <= mostHole)
  const edge = Math.min(x, y, page.width - x - width, page.height - y - height)
  return round && edge < holeFromEdge && confidence < 0.85 && text.length <= 2
}

/** Numbers names from 0, in the order in which they first come. */
function numbering(): (name: string) => number {
  const known = new Map<string, number>()
  return name => {
    if (!known.has(name)) known.set(name, known.size)
    return known.get(name)!
  }
}
