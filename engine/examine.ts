import { hasColour, isTwoLevel } from '../core/raster/colour'
import { greyOf, type Bitmap, type Grey } from '../core/raster/image'
import { findInk, findInkOfTwoLevels } from '../core/raster/ink'
import { adaptiveMono, bitmapOf, fixedMono, greyFromBitmap } from '../core/raster/mono'
import { findSkew } from '../core/raster/skew'
import { paperLevel, quarterTurn, straighten, straightenBitmap } from '../core/raster/turn'
import type { PageEvidence } from '../core/model/evidence'
import type { BarcodeRule, Rubric } from '../core/model/rubric'
import { findCodes } from './barcodes'
import { textDirection } from './ocr'
import { inGrey, type PageImage } from './pageImage'

/** A page after examination: its evidence, and its upright, straight image in the rubric's colour mode; `ink` where that is mono. */
export interface Examined { evidence: PageEvidence, page: PageImage, ink: Bitmap | null, dpi: number }

const leastTurn = 0.05

/** Whether a page must be decoded in colour for this rubric. */
export function wantsColour(rubric: Rubric): boolean {
  return rubric.scan.colour === 'colour' || rubric.scan.colour === 'auto'
}

/**
 * One side, from pixels to evidence: turn, ink, skew, mono, barcodes.
 * @param image as it was scanned
 * @param turned by a person, clockwise, besides what the rubric says
 */
export async function examinePage(image: PageImage, rubric: Rubric, side: 'front' | 'back', turned: QuarterTurn = 0): Promise<Examined> {
  const dpi = image.dpi ?? rubric.scan.dpi
  const scanned = turn(image, fixedTurn(rubric, side))
  const found = inkOf(scanned, rubric, dpi)
  const blank = found.ink <= rubric.clean.blank.maxInk
  const direction = !blank && rubric.clean.rotate === 'upright' ? await textDirection(inGrey({ ...found.page, dpi }), dpi) : 0
  const upright = turnSide(found, (direction + turned) % 360 as QuarterTurn)
  const skewDeg = blank || !rubric.clean.deskew ? 0 : findSkew(upright.content, dpi)
  const straight = straightened(upright, skewDeg)
  const grey = inGrey({ ...straight.page, dpi })
  const ink = straight.mode !== 'mono' ? null : straight.bitmap ?? monoOf(grey, rubric, dpi)
  const rules = rubric.split.rules.filter((rule): rule is BarcodeRule => rule.rule === 'barcode' && (rule.side === 'any' || side === 'front'))
  const codes = blank ? { codes: [], unread: [] } : await findCodes(grey, dpi, rules)
  const page: PageImage = ink ? { ...(straight.bitmap ? grey : greyFromBitmap(ink)), channels: 1, dpi } : { ...straight.page, dpi }

  return {
    evidence: { widthPx: page.width, heightPx: page.height, dpi, ink: Number(found.ink.toPrecision(4)), skewDeg, blank, ...codes },
    page,
    ink,
    dpi,
  }
}

type Channels = Omit<PageImage, 'dpi'>

/** A side on its way through examination; `bitmap` where the scan itself has only black and white. */
interface Side { page: Channels, mode: 'mono' | 'grey' | 'colour', bitmap: Bitmap | null, content: Bitmap, ink: number }

function inkOf(scanned: PageImage, rubric: Rubric, dpi: number): Side {
  const grey = inGrey(scanned)
  const twoLevels = isTwoLevel(grey)
  const mode = colourMode(scanned, twoLevels, rubric)
  const bitmap = mode === 'mono' && twoLevels ? bitmapOf(grey) : null
  const found = bitmap ? findInkOfTwoLevels(bitmap, dpi) : findInk(grey, dpi)
  return { page: mode === 'colour' ? scanned : { ...grey, channels: 1 }, mode, bitmap, ...found }
}

export type QuarterTurn = 0 | 90 | 180 | 270

function turnSide(side: Side, degrees: QuarterTurn): Side {
  if (degrees === 0) return side
  const turnedBitmap = (bitmap: Bitmap): Bitmap => quarterTurn({ ...bitmap, channels: 1 }, degrees)
  return { ...side, page: quarterTurn(side.page, degrees), bitmap: side.bitmap && turnedBitmap(side.bitmap), content: turnedBitmap(side.content) }
}

function straightened(side: Side, degrees: number): Side {
  if (Math.abs(degrees) <= leastTurn) return side
  if (side.bitmap) {
    const bitmap = straightenBitmap(side.bitmap, degrees)
    return { ...side, bitmap, page: { ...greyFromBitmap(bitmap), channels: 1 } }
  }
  return { ...side, page: straighten(side.page, degrees, paperOf(side.page)) }
}

function monoOf(grey: Grey, rubric: Rubric, dpi: number): Bitmap {
  const { method, level } = rubric.clean.mono
  return method === 'fixed' ? fixedMono(grey, level) : adaptiveMono(grey, dpi, level)
}

/** The turn that the rubric says; paper that opens like a notepad has its backs upside down. */
function fixedTurn(rubric: Rubric, side: 'front' | 'back'): number {
  const { rotate } = rubric.clean
  const upsideDown = rubric.scan.sides === 'both' && rubric.scan.flip === 'short-edge' && side === 'back'
  return ((typeof rotate === 'number' ? rotate : 0) + (upsideDown ? 180 : 0)) % 360
}

function turn(image: PageImage, degrees: number): PageImage {
  return degrees === 90 || degrees === 180 || degrees === 270 ? { ...quarterTurn(image, degrees), dpi: image.dpi } : image
}

/** `auto` keeps what the scan holds: colour where there is some, mono where there is nothing between black and white. */
function colourMode(image: PageImage, twoLevels: boolean, rubric: Rubric): Side['mode'] {
  if (rubric.scan.colour !== 'auto') return rubric.scan.colour === 'colour' && image.channels === 1 ? 'grey' : rubric.scan.colour
  if (image.channels === 3 && hasColour(image)) return 'colour'
  return twoLevels ? 'mono' : 'grey'
}

function paperOf(image: Channels): number[] {
  const level = paperLevel(image.channels === 1 ? image : greyOf(image))
  return image.channels === 1 ? [level] : [level, level, level]
}
