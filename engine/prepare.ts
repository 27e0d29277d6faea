import { withColours } from '../core/raster/dropout'
import { cutOut, findPaper } from '../core/raster/paper'
import { findFold, halfOf } from '../core/raster/spread'
import { findStreaks, withoutStreaks } from '../core/raster/streaks'
import { sharpened, toneTable, withTone } from '../core/raster/tone'
import type { Rubric } from '../core/rubric/rubric'
import type { PageImage } from './pageImage'

/** A page of an opened book, or null for a side that is one page. */
export type Half = 'left' | 'right' | null

/** Whether a page must be decoded in colour for this rubric. */
export function wantsColour({ scan, clean }: Rubric): boolean {
  return scan.colour === 'colour' || scan.colour === 'auto' || takesColoursOut({ scan, clean })
}

/** Colours that become paper or ink do so where the page need not stay in colour. */
function takesColoursOut({ scan, clean }: Pick<Rubric, 'scan' | 'clean'>): boolean {
  return (scan.colour === 'mono' || scan.colour === 'auto') && clean.dropout.length + clean.keepInk.length > 0
}

/** What is done to a scanned side before anything is looked for on it: size, half, streaks, tone, colours. */
export function prepared(scanned: PageImage, rubric: Rubric, half: Half, dpi: number): PageImage {
  const { scan, clean } = rubric
  let page = ownSize(scanned, rubric, dpi)
  if (half) page = halfOf(page, half, findFold(page, dpi))
  if (clean.remove.includes('streaks')) page = withoutStreaks(page, findStreaks(page, dpi))
  if (scan.lighten !== 0 || scan.contrast !== 0) page = withTone(page, toneTable(scan.lighten, scan.contrast))
  page = sharpened(page, scan.sharpness)
  if (page.channels === 3 && takesColoursOut(rubric))
    page = { ...withColours(page, clean.dropout, clean.keepInk), channels: 1, dpi: page.dpi }
  return page
}

/** The paper without the backing around it, where the rubric leaves the size open. */
function ownSize(scanned: PageImage, { scan, clean }: Rubric, dpi: number): PageImage {
  if (scan.paper !== 'auto' && !scan.mixedSizes && !clean.card) return scanned
  const paper = findPaper(scanned, dpi)
  const right = paper.x + paper.width < scanned.width
  const bottom = paper.y + paper.height < scanned.height
  // One dark band alone may be a printed one.
  return (right && bottom) || (right && paper.x > 0) ? cutOut(scanned, paper) : scanned
}
