import { readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import sharp from 'sharp'
import type { Word } from '../core/model/evidence'
import { sizeOfPaper } from '../core/model/paper'
import type { Rubric } from '../core/rubric/rubric'
import { contentArea } from '../core/raster/content'
import type { Area } from '../core/raster/image'
import { layOnto, whitePage } from '../core/raster/lay'
import { bitmapOf } from '../core/raster/mono'
import { cutOut } from '../core/raster/paper'
import { restWords } from '../core/text/restingWords'
import { decodeImage, encodeJpeg, withJpegDensity } from './images'
import type { PageImage } from './pageImage'
import type { PageToMake } from './pageToMake'
import { fewPictures, inParallel } from './inParallel'
import { encodeG4 } from './tiff'

/** What happens to a document's pages between examining and its files. */
export interface Layout {
  /** Both sides of a card land on one page. */
  card: boolean
  paper: Rubric['scan']['paper']
  percent: number
  /** The stamp's text for a page, from 1; null without a stamp. */
  stamp: ((page: number) => string) | null
  place: 'top-left' | 'top-right' | 'bottom-left' | 'bottom-right'
}

const cardMargin = 0.12
const stampMargin = 0.3
const stampPoints = 9

/** Pages as they stand in the document's files: cards put together, stamped, reduced or enlarged. Writes into the folder. */
export async function laidOut(pages: readonly PageToMake[], layout: Layout, folder: string): Promise<PageToMake[]> {
  let laid = layout.card ? await cards(pages, layout, folder) : [...pages]
  if (layout.stamp)
    laid = await inParallel(laid, fewPictures, (page, at) =>
      stamped(page, layout.stamp!(at + 1), layout.place, join(folder, `stamped-${at}`)),
    )
  return layout.percent === 100
    ? laid
    : inParallel(laid, fewPictures, (page, at) => scaled(page, layout.percent / 100, join(folder, `scaled-${at}`)))
}

async function cards(pages: readonly PageToMake[], layout: Layout, folder: string): Promise<PageToMake[]> {
  const laid: PageToMake[] = []
  for (let at = 0; at < pages.length; at++) {
    const front = pages[at]!
    const back = pages[at + 1]
    const pair = back && back.sheet === front.sheet
    laid.push(await card(pair ? [front, back] : [front], layout, join(folder, `card-${at}`)))
    if (pair) at++
  }
  return laid
}

/** One page of the rubric's paper with a card's sides one above the other, each in the middle of its half. */
async function card(sides: readonly PageToMake[], layout: Layout, path: string): Promise<PageToMake> {
  const { dpi } = sides[0]!
  const paper = sizeOfPaper(layout.paper)
  const [width, height] = [Math.round(paper.width * dpi), Math.round(paper.height * dpi)]
  const pictures = await Promise.all(sides.map(side => decodeImage(side.file, 1)))
  const channels = pictures.some(picture => picture.channels === 3) ? 3 : 1
  const page = { ...whitePage(width, height, channels), dpi }
  const words: Word[] = []
  pictures.forEach((picture, at) => {
    const area = contentArea(picture, Math.round(cardMargin * dpi))
    const left = Math.round((width - area.width) / 2)
    const top = Math.round(height * (at === 0 ? 0.25 : 0.75) - area.height / 2)
    layOnto(page, cutOut(picture, area), left, top)
    words.push(...moved(sides[at]!.words, area, left, top, dpi, words.length))
  })
  const resting = restWords(words)
  return {
    ...(await written(
      page,
      sides.every(side => side.mono),
      dpi,
      path,
    )),
    get words() {
      return resting()
    },
  }
}

/** Words of a part of a page that was put elsewhere; lines are numbered behind those before. */
function moved(words: readonly Word[], from: Area, left: number, top: number, dpi: number, lines: number): Word[] {
  return words.map(word => ({ ...word, x: word.x + (left - from.x) / dpi, y: word.y + (top - from.y) / dpi, line: word.line + lines }))
}

async function stamped(page: PageToMake, text: string, place: Layout['place'], path: string): Promise<PageToMake> {
  const picture = await decodeImage(page.file, 1)
  const stamp = await textPicture(text, page.dpi)
  const margin = Math.round(stampMargin * page.dpi)
  const left = place.endsWith('left') ? margin : picture.width - margin - stamp.width
  const top = place.startsWith('top') ? margin : picture.height - margin - stamp.height
  layOnto(picture, stamp, left, top)
  const word = {
    text,
    x: left / page.dpi,
    y: top / page.dpi,
    width: stamp.width / page.dpi,
    height: stamp.height / page.dpi,
    confidence: 1,
  }
  const made = await written(picture, page.mono, page.dpi, path)
  return {
    ...made,
    sheet: page.sheet,
    get words() {
      return [...page.words, { ...word, line: Math.max(-1, ...page.words.map(({ line }) => line)) + 1 }]
    },
  }
}

/** A line of text in black on white, one byte a pixel. */
async function textPicture(text: string, dpi: number): Promise<PageImage> {
  const escaped = text.replace(/[&<>]/g, letter => `&#${letter.charCodeAt(0)};`)
  const { data, info } = await sharp({
    text: {
      text: `<span foreground="black" background="white">${escaped}</span>`,
      font: `sans ${stampPoints}`,
      dpi: Math.round(dpi),
      rgba: true,
    },
  })
    .flatten({ background: '#ffffff' })
    .toColourspace('b-w')
    .extractChannel(0)
    .raw()
    .toBuffer({ resolveWithObject: true })
  return { width: info.width, height: info.height, channels: 1, data, dpi }
}

async function written(page: PageImage, mono: boolean, dpi: number, path: string): Promise<Omit<PageToMake, 'words'>> {
  const file = `${path}.${mono ? 'tif' : 'jpg'}`
  await writeFile(file, mono ? encodeG4(bitmapOf(page), dpi) : await encodeJpeg(page, dpi, 90))
  return { file, mono, widthPx: page.width, heightPx: page.height, dpi }
}

/** The same pixels on larger or smaller paper. */
async function scaled(page: PageToMake, factor: number, path: string): Promise<PageToMake> {
  const dpi = page.dpi / factor
  const file = `${path}.${page.mono ? 'tif' : 'jpg'}`
  await writeFile(
    file,
    page.mono ? encodeG4(bitmapOf(await decodeImage(page.file, 1)), dpi) : withJpegDensity(await readFile(page.file), dpi),
  )
  const { mono, widthPx, heightPx, sheet, side } = page
  return {
    ...{ file, mono, widthPx, heightPx, dpi, sheet, side },
    get words() {
      return page.words.map(word => ({
        ...word,
        x: word.x * factor,
        y: word.y * factor,
        width: word.width * factor,
        height: word.height * factor,
      }))
    },
  }
}
