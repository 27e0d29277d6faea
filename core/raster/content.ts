import { greyOf, type Area, type Pixels } from './image'
import { paperLevel } from './turn'

const contrast = 0.1

/** The smallest area that holds everything clearly darker than the paper, with a margin; the whole page where nothing is. */
export function contentArea(image: Pixels, margin: number): Area {
  const { width, height } = image
  const { data } = image.channels === 1 ? image : greyOf(image)
  const limit = paperLevel({ width, height, data }) * (1 - contrast)
  // A row or column counts from three marks on: dust is less.
  const least = 3
  const rows = new Uint32Array(height)
  const columns = new Uint32Array(width)
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      if (data[y * width + x]! < limit) {
        rows[y]!++
        columns[x]!++
      }
    }
  }
  const marked = (count: number) => count >= least
  const [top, left] = [rows.findIndex(marked), columns.findIndex(marked)]
  if (top < 0 || left < 0) return { x: 0, y: 0, width, height }
  const [bottom, right] = [rows.findLastIndex(marked), columns.findLastIndex(marked)]
  const x = Math.max(0, left - margin)
  const y = Math.max(0, top - margin)
  return { x, y, width: Math.min(width, right + 1 + margin) - x, height: Math.min(height, bottom + 1 + margin) - y }
}
