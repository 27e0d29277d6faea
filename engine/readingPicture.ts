import type { Redaction } from '../core/model/evidence'
import type { Box } from '../core/model/zone'
import { blackened } from '../core/raster/blacken'
import { findComponents } from '../core/raster/components'
import { forReading } from '../core/raster/forReading'
import type { Area, Grey } from '../core/raster/image'
import { inInches, inPixels } from '../core/raster/inches'
import { loneMarks } from '../core/raster/lone'
import { fixedMono } from '../core/raster/mono'

// Of a hole's shadow.
const holeRoom = 0.03

/**
 * The picture that a page is read from, without holes, which would be read as letters. What is blacked out is no print whose
 * darkness says anything.
 * @param behind see `forReading`
 */
export function readingOf(page: Grey, dpi: number, behind: number | null, holes: readonly Area[], redactions: readonly Redaction[]): Grey {
  const room = holeRoom * dpi
  const wider = holes.map(({ x, y, width, height }) => ({ x: x - room, y: y - room, width: width + 2 * room, height: height + 2 * room }))
  const reading = blackened({ ...forReading(page, dpi, behind), channels: 1 as const }, wider, 255)
  const areas = redactions.map(box => inPixels(box, dpi))
  return areas.length ? blackened(reading, areas) : reading
}

/** Letters and figures that stand by themselves on a picture for reading, which has dark print on white. */
export function loneOn(reading: Grey, dpi: number): Area[] {
  const ink = fixedMono(reading, 0.5)
  return loneMarks(ink, findComponents(ink), dpi)
}

/** Where marks are, in inches, to thousandths. */
export const placesOf = (marks: readonly Area[], dpi: number): Box[] =>
  marks.map(mark => {
    const { x, y, width, height } = inInches(mark, dpi)
    const round = (value: number) => Math.round(value * 1000) / 1000
    return { x: round(x), y: round(y), width: round(width), height: round(height) }
  })
