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
  const { rotate } = rubric.clean
  const turned = typeof rotate === 'number' ? quarterTurn(image, rotate) : image
  const scanned = rubric.scan.colour === 'mono' || rubric.scan.colour === 'grey' ? { ...turned, channels: 1 as const, data: inGrey({ ...turned, dpi }).data } : turned
  const grey = inGrey({ ...scanned, dpi })
  const { ink, content } = findInk(grey, dpi)
  const blank = ink <= rubric.clean.blank.maxInk
  const skewDeg = blank || !rubric.clean.deskew ? 0 : findSkew(content, dpi)
  const straight = Math.abs(skewDeg) > leastTurn ? straighten(scanned, skewDeg, paperOf(scanned, grey)) : scanned
  const upright = inGrey({ ...straight, dpi })
  const mono = rubric.scan.colour === 'mono'
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

function paperOf(image: { channels: 1 | 3 }, grey: { width: number, height: number, data: Uint8Array }): number[] {
  const level = paperLevel(grey)
  return image.channels === 1 ? [level] : [level, level, level]
}
