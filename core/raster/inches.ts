import type { Box } from '../model/zone'
import type { Area } from './image'

/** An area in inches. */
export const inInches = ({ x, y, width, height }: Area, dpi: number): Box => ({
  x: x / dpi,
  y: y / dpi,
  width: width / dpi,
  height: height / dpi,
})

/** A box in inches as pixels. */
export const inPixels = (box: Box, dpi: number): Area => inInches(box, 1 / dpi)
