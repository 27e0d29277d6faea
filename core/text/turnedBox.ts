import type { Box } from '../model/zone'

/**
 * A box on a page that is turned clockwise.
 * @param width of the page after it was turned, in inches, as is `height`
 */
export function turnedBox(box: Box, degrees: 0 | 90 | 180 | 270, width: number, height: number): Box {
  const across = { width: box.height, height: box.width }
  switch (degrees) {
    case 0:
      return { ...box }
    case 90:
      return { ...across, x: width - box.y - box.height, y: box.x }
    case 180:
      return { ...box, x: width - box.x - box.width, y: height - box.y - box.height }
    case 270:
      return { ...across, x: box.y, y: height - box.x - box.width }
  }
}
