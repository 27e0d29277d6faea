import { blocksOf, type Block } from '../core/text/blocks'
import type { Box } from '../core/model/zone'
import { figuresOn } from '../core/raster/figures'
import { cutOut } from '../core/raster/paper'
import { decodeImage, encodeJpeg, encodePng } from './images'
import { inGrey } from './pageImage'
import type { PageToMake } from './pageToMake'

/** A picture that stands on a page, as a file of its own. Inches. */
export interface Figure {
  kind: 'figure'
  box: Box
  bytes: Buffer
  type: 'png' | 'jpg'
}

/** The pictures of a page that was paper; one that never was keeps its own. */
async function figuresOf(page: PageToMake): Promise<Figure[]> {
  if (page.born) return []
  const image = await decodeImage(page.file, 1)
  const { dpi } = page
  return Promise.all(
    figuresOn(inGrey({ ...image, dpi }), dpi, page.words).map(async area => {
      const part = { ...cutOut(image, area), dpi }
      const box = { x: area.x / dpi, y: area.y / dpi, width: area.width / dpi, height: area.height / dpi }
      return page.mono
        ? { kind: 'figure', box, type: 'png', bytes: await encodePng(part, dpi) }
        : { kind: 'figure', box, type: 'jpg', bytes: await encodeJpeg(part, dpi) }
    }),
  )
}

/** A page's paragraphs, headings, tables and pictures, from top to bottom. */
export async function partsOf(page: PageToMake): Promise<(Block | Figure)[]> {
  const parts: (Block | Figure)[] = [...blocksOf(page.words), ...(await figuresOf(page))]
  return parts.sort((one, other) => one.box.y - other.box.y || one.box.x - other.box.x)
}
