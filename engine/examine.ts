import { hasColour, hasTones, isTwoLevel } from '../core/raster/colour'
import { erasedEdges, inkWithout, paintedOver, type Edges } from '../core/raster/erase'
import { blackened } from '../core/raster/blacken'
import { findHighlights } from '../core/raster/highlighter/find'
import { inInches, inPixels } from '../core/raster/inches'
import { contrastOf, cutSides } from '../core/raster/measures'
import type { Area, Bitmap, Grey } from '../core/raster/image'
import { findInk, findInkOfTwoLevels, type Dirt } from '../core/raster/ink'
import { adaptiveMono, bitmapOf, fixedMono, greyFromBitmap } from '../core/raster/mono'
import { findSkew } from '../core/raster/skew'
import { paperLevel, quarterTurn, straighten, straightenBitmap, straightenedArea } from '../core/raster/turn'
import type { PageEvidence, Redaction } from '../core/model/evidence'
import type { ByHand } from '../core/model/redaction'
import type { BarcodeRule, Rubric } from '../core/rubric/rubric'
import { looksAt } from '../core/split/barcodeRule'
import { decided } from '../core/text/redact'
import { turnedBox } from '../core/text/turnedBox'
import { findCodes } from './barcodes/find'
import { isPrint } from '../core/text/isPrint'
import { lineAcross, textBeside, textDirection } from './ocr'
import type { Box } from '../core/model/zone'
import { inGrey, type PageImage } from './pageImage'
import { prepared, type Half } from './prepare'
import { loneOn, placesOf, readingOf } from './readingPicture'

/** A page after examination: its evidence, and its upright, straight image in the rubric's colour mode; `ink` where that is mono. */
export interface Examined {
  evidence: PageEvidence
  page: PageImage
  ink: Bitmap | null
  /** The same page as it reads best, where somebody reads it and that is another picture. */
  reading: Grey | null
  dpi: number
  byHand: ByHand | null
}

/**
 * Which side this is. `turned` by a person, clockwise, besides what the rubric says. `behind` gives the other side of
 * the sheet, as it was scanned, where that is known; it is asked for only where see-through is in question.
 */
export interface WhichSide {
  side: 'front' | 'back'
  half?: Half
  turned?: QuarterTurn
  /** What a person decided of what is blacked out. */
  byHand?: ByHand | null
  /** Whether its words are wanted. */
  reads?: boolean
  behind?: () => Promise<PageImage | null>
}

const leastTurn = 0.05

/**
 * One side, from pixels to evidence: clean-up, turn, ink, skew, mono, barcodes.
 * @param image as it was scanned
 */
export async function examinePage(
  image: PageImage,
  rubric: Rubric,
  { side, half = null, turned = 0, byHand = null, reads = false, behind }: WhichSide,
): Promise<Examined> {
  const dpi = image.dpi ?? rubric.scan.dpi
  const ready = prepared(turn(image, fixedTurn(rubric, side)), rubric, half, dpi)
  const hides = rubric.redact?.highlighter.length && ready.channels === 3 ? rubric.redact.highlighter : null
  const { maxInk } = rubric.clean.blank
  const alone = inkOf(ready, rubric, dpi, null, hides !== null)
  const other = alone.ink > maxInk && alone.faint && behind ? await behind() : null
  const found = other
    ? inkOf(ready, rubric, dpi, inGrey(prepared(turn(other, fixedTurn(rubric, opposite[side])), rubric, null, dpi)), hides !== null)
    : alone
  const direction = found.ink > maxInk && rubric.clean.rotate === 'upright' ? await textDirection(inGrey({ ...found.page, dpi }), dpi) : 0
  const edges = edgesOf(rubric, dpi)
  const upright = withinEdges(turnSide(found, turnOf(direction, turned)), edges)
  const blank = upright.ink <= maxInk
  const skewDeg = blank || !rubric.clean.deskew ? 0 : findSkew(upright.content, dpi)
  const shown = withoutEdges(straightened(upright, skewDeg), edges)
  const marks = hides && shown.page.channels === 3 ? findHighlights(shown.page, dpi, hides).map(area => inInches(area, dpi)) : []
  const said = byHand && asItStands(byHand, turned, shown.page, dpi)
  const redactions = decided(
    marks.map(box => ({ ...box, by: 'highlighter' })),
    said,
  )
  const reading =
    reads && !blank && !shown.bitmap ? readingOf(inGrey({ ...shown.page, dpi }), dpi, shown.behind, shown.holes, redactions) : null
  const lone = blank ? [] : reading ? loneOn(reading, dpi) : shown.lone
  const straight = hides || redactions.length ? hidden(shown, redactions, dpi, hides ? rubric : null) : shown
  const grey = inGrey({ ...straight.page, dpi })
  const ink = straight.mode !== 'mono' ? null : (straight.bitmap ?? monoOf(grey, rubric, dpi))
  const rules = rubric.split.rules.filter((rule): rule is BarcodeRule => rule.rule === 'barcode' && looksAt(rule, side))
  const codes = blank ? { codes: [], unread: [] } : await codesOn(grey, dpi, rules, rubric.read.languages)
  const page: PageImage = ink ? { ...(straight.bitmap ? grey : greyFromBitmap(ink)), channels: 1, dpi } : { ...straight.page, dpi }

  return {
    evidence: {
      widthPx: page.width,
      heightPx: page.height,
      dpi,
      ink: Number(upright.ink.toPrecision(4)),
      skewDeg,
      blank,
      ...(blank
        ? {}
        : {
            // In two levels all ink is black.
            contrast: upright.bitmap ? 1 : Number(contrastOf(upright.page, upright.content).toFixed(2)),
            cut: cutSides(found.atEdge, found.page, dpi, turnOf(direction, turned)),
          }),
      ...codes,
      ...(redactions.length ? { redactions } : {}),
      ...(lone.length ? { lone: placesOf(lone, dpi) } : {}),
    },
    page,
    ink,
    reading,
    dpi,
    byHand: said,
  }
}

/** What a person decided, as the page stands now: they may have turned it since. */
function asItStands({ turned: then, add, show }: ByHand, turned: QuarterTurn, { width, height }: Channels, dpi: number): ByHand {
  const degrees = ((turned - then + 360) % 360) as QuarterTurn
  const turn = (box: Box) => turnedBox(box, degrees, width / dpi, height / dpi)
  return { turned, add: add.map(turn), show: show.map(turn) }
}

/**
 * Codes where the rules look; what stands beside one that does not read is read as text, for a person to choose from. What is
 * itself read as words, however much like a code it looks, is none.
 */
export async function codesOn(
  page: Grey,
  dpi: number,
  rules: readonly BarcodeRule[],
  languages: readonly string[],
): Promise<Pick<PageEvidence, 'codes' | 'unread'>> {
  const { codes, unread } = await findCodes(page, dpi, rules)
  const spots: PageEvidence['unread'] = []
  for (const spot of unread) {
    if (isPrint(spot, await lineAcross(page, spot, dpi, languages))) continue
    spots.push({ ...spot, beside: await textBeside(page, spot, dpi, languages) })
  }
  return { codes, unread: spots }
}

type Channels = Omit<PageImage, 'dpi'>

/** A side on its way through examination; `bitmap` where the scan itself has only black and white. */
interface Side {
  page: Channels
  mode: 'mono' | 'grey' | 'colour'
  bitmap: Bitmap | null
  content: Bitmap
  ink: number
  faint: boolean
  /** What shows through from the other side takes at most this share of the paper's light; null where nothing does. */
  behind: number | null
  /** Of the page as it lies now. */
  holes: Area[]
  /** Letters and figures that stand by themselves, of the page as it lies now; only of one with black and white alone. */
  lone: Area[]
  /** What touched an edge as it was scanned. */
  atEdge: Area[]
}

/** The side without what is blacked out; where its colour was kept for that alone (`rubric`), in the mode that it then asks for. */
function hidden(side: Side, redactions: readonly Redaction[], dpi: number, rubric: Rubric | null): Side {
  const areas = redactions.map(box => inPixels(box, dpi))
  const page = { ...blackened(side.page, areas), dpi: null }
  if (!rubric) return { ...side, page, bitmap: side.bitmap && blackened({ ...side.bitmap, channels: 1 as const }, areas, 1) }
  const grey = inGrey(page)
  const mode = colourMode(page, grey, isTwoLevel(grey), rubric)
  return { ...side, mode, page: mode === 'colour' ? page : { ...grey, channels: 1 } }
}

const opposite = { front: 'back', back: 'front' } as const

/** @param keepsColour whatever the mode will be: a highlighter is still to be found */
function inkOf(scanned: PageImage, rubric: Rubric, dpi: number, other: Grey | null = null, keepsColour = false): Side {
  const grey = inGrey(scanned)
  const twoLevels = isTwoLevel(grey)
  const mode = keepsColour ? 'colour' : colourMode(scanned, grey, twoLevels, rubric)
  const bitmap = mode === 'mono' && twoLevels ? bitmapOf(grey) : null
  const remove = rubric.clean.remove.filter((kind): kind is Dirt => kind !== 'streaks')
  const { ink, content, dirt, faint, behind, holes, lone, atEdge } = bitmap
    ? findInkOfTwoLevels(bitmap, dpi, remove)
    : findInk(grey, dpi, remove, other)
  const page: Channels = mode === 'colour' ? scanned : { ...grey, channels: 1 }
  return {
    page: dirt ? paintedOver(page, dirt, paperOf(page)) : page,
    mode,
    bitmap: bitmap && dirt ? inkWithout(bitmap, dirt) : bitmap,
    content,
    ink,
    faint,
    behind,
    holes,
    lone,
    atEdge,
  }
}

function edgesOf(
  {
    clean: {
      eraseEdges: { unit, ...edges },
    },
  }: Rubric,
  dpi: number,
): Edges | null {
  const pixels = unit === 'in' ? dpi : dpi / 25.4
  const { top, right, bottom, left } = edges
  return top || right || bottom || left ? { top: top * pixels, right: right * pixels, bottom: bottom * pixels, left: left * pixels } : null
}

/** What lies in edges that will be erased is no ink. */
function withinEdges(side: Side, edges: Edges | null): Side {
  if (!edges) return side
  const content = erasedEdges({ ...side.content, channels: 1 as const }, edges, [0])
  return { ...side, content, ink: content.data.reduce((sum, ink) => sum + ink, 0) / content.data.length }
}

/** Erased after straightening, so that they are the edges of the upright page. */
function withoutEdges(side: Side, edges: Edges | null): Side {
  if (!edges) return side
  return {
    ...side,
    page: erasedEdges(side.page, edges, paperOf(side.page)),
    bitmap: side.bitmap && erasedEdges({ ...side.bitmap, channels: 1 as const }, edges, [0]),
  }
}

export type QuarterTurn = 0 | 90 | 180 | 270

const turnOf = (direction: number, turned: number) => ((direction + turned) % 360) as QuarterTurn

function turnSide(side: Side, degrees: QuarterTurn): Side {
  if (degrees === 0) return side
  const turnedArea = (area: Area) => turnedBox(area, degrees, ...turnedSize(side.page, degrees))
  const turnedBitmap = (bitmap: Bitmap): Bitmap => quarterTurn({ ...bitmap, channels: 1 }, degrees)
  return {
    ...side,
    page: quarterTurn(side.page, degrees),
    bitmap: side.bitmap && turnedBitmap(side.bitmap),
    content: turnedBitmap(side.content),
    holes: side.holes.map(turnedArea),
    lone: side.lone.map(turnedArea),
  }
}

const turnedSize = ({ width, height }: Channels, degrees: QuarterTurn): [number, number] =>
  degrees % 180 === 0 ? [width, height] : [height, width]

function straightened(askew: Side, degrees: number): Side {
  if (Math.abs(degrees) <= leastTurn) return askew
  const straight = (area: Area) => straightenedArea(area, degrees, askew.page)
  const side = { ...askew, holes: askew.holes.map(straight), lone: askew.lone.map(straight) }
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

/** `auto` takes what a reader would miss least: colour where there is some, grey for pictures, else mono. */
function colourMode(image: PageImage, grey: Grey, twoLevels: boolean, { scan }: Rubric): Side['mode'] {
  if (scan.colour !== 'auto') return scan.colour === 'colour' && image.channels === 1 ? 'grey' : scan.colour
  if (image.channels === 3 && hasColour(image)) return 'colour'
  if (twoLevels) return 'mono'
  return scan.original === 'photo' || (scan.original === 'text-and-pictures' && hasTones(grey)) ? 'grey' : 'mono'
}

function paperOf(image: Channels): number[] {
  const level = paperLevel(image)
  return image.channels === 1 ? [level] : [level, level, level]
}
