import { hasColour, isTwoLevel } from '../core/raster/colour'
import type { Grey } from '../core/raster/image'
import { findInk } from '../core/raster/ink'
import { adaptiveMono, fixedMono, greyFromBitmap } from '../core/raster/mono'
import { findSkew } from '../core/raster/skew'
import { paperLevel, quarterTurn, straighten } from '../core/raster/turn'
import type { PageEvidence } from '../core/model/evidence'
import type { BarcodeRule, Rubric } from '../core/model/rubric'
import { findCodes } from './barcodes'
import { inGrey, type PageImage } from './pageImage'

/** A page after examination: its evidence, and its upright, straight image in the rubric's colour mode. */
export interface Examined { evidence: PageEvidence, page: PageImage, mono: boolean, dpi: number }

const leastTurn = 0.05

/** Whether a page must be decoded in colour for this rubric. */
export function wantsColour(rubric: Rubric): boolean {
  return rubric.scan.colour === 'colour' || rubric.scan.colour === 'auto'
}

/**
 * One side, from pixels to evidence: turn, ink, skew, mono, barcodes.
 * @param image as it was scanned
 */
export async function examinePage(image: PageImage, rubric: Rubric, side: 'front' | 'back'): Promise<Examined> {
  const dpi = image.dpi ?? rubric.scan.dpi
  const turned = turn(image, rubric, side)
  const grey = inGrey(turned)
  const mode = colourMode(turned, grey, rubric)
  const scanned = mode === 'colour' ? turned : { ...grey, channels: 1 as const }
  const { ink, content } = findInk(grey, dpi)
  const blank = ink <= rubric.clean.blank.maxInk
  const skewDeg = blank || !rubric.clean.deskew ? 0 : findSkew(content, dpi)
  const straight = Math.abs(skewDeg) > leastTurn ? straighten(scanned, skewDeg, paperOf(scanned, grey)) : scanned
  const upright = inGrey({ ...straight, dpi })
  const mono = mode === 'mono'
  const { method, level } = rubric.clean.mono
  const page = mono ? greyFromBitmap(method === 'fixed' ? fixedMono(upright, level) : adaptiveMono(upright, dpi, level)) : straight
  const rules = rubric.split.rules.filter((rule): rule is BarcodeRule => rule.rule === 'barcode' && (rule.side === 'any' || side === 'front'))
  const codes = blank ? { codes: [], unread: [] } : await findCodes(upright, dpi, rules)

  return {
    evidence: { widthPx: page.width, heightPx: page.height, dpi, ink: Number(ink.toPrecision(4)), skewDeg, blank, ...codes },
    page: { ...page, channels: mono ? 1 : straight.channels, dpi },
    mono,
    dpi,
  }
}

/** Turns as the rubric says; paper that opens like a notepad has its backs upside down. */
function turn(image: PageImage, rubric: Rubric, side: 'front' | 'back'): PageImage {
  const { rotate } = rubric.clean
  const upsideDown = rubric.scan.sides === 'both' && rubric.scan.flip === 'short-edge' && side === 'back'
  const degrees = ((typeof rotate === 'number' ? rotate : 0) + (upsideDown ? 180 : 0)) % 360
  return degrees === 90 || degrees === 180 || degrees === 270 ? { ...quarterTurn(image, degrees), dpi: image.dpi } : image
}

/** `auto` keeps what the scan holds: colour where there is some, mono where there is nothing between black and white. */
function colourMode(image: PageImage, grey: Grey, rubric: Rubric): 'mono' | 'grey' | 'colour' {
  if (rubric.scan.colour !== 'auto') return rubric.scan.colour === 'colour' && image.channels === 1 ? 'grey' : rubric.scan.colour
  if (image.channels === 3 && hasColour(image)) return 'colour'
  return isTwoLevel(grey) ? 'mono' : 'grey'
}

function paperOf(image: { channels: 1 | 3 }, grey: { width: number, height: number, data: Uint8Array }): number[] {
  const level = paperLevel(grey)
  return image.channels === 1 ? [level] : [level, level, level]
}
