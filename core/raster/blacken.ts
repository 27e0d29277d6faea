import type { Area, Pixels } from './image'

/** A page on which these rectangles are black, a pixel beyond their edges. @param black the level that is painted */
export function blackened<T extends Pixels>(image: T, areas: readonly Area[], black = 0): T {
  const { width, height, channels } = image
  const data = image.data.slice()
  for (const area of areas) {
    const left = Math.max(0, Math.floor(area.x) - 1)
    const right = Math.min(width, Math.ceil(area.x + area.width) + 1)
    for (let y = Math.max(0, Math.floor(area.y) - 1); y < Math.min(height, Math.ceil(area.y + area.height) + 1); y++)
      data.fill(black, (y * width + left) * channels, (y * width + right) * channels)
  }
  return { ...image, data }
}
