import { rowsAtOnce, type Page } from './memory'
import { passes, places } from './module'

/** Each pixel with its neighbours, 1 2 1 both ways; a page's outermost pixels stay. */
export function smooth({ width, height, data }: Page): Uint8Array {
  const smoothed = data.slice()
  const band = rowsAtOnce(width, 3)
  const {
    memory,
    at: [image, made],
  } = places(band * width, band * width)
  for (let top = 0; top + 2 < height; top += band - 2) {
    const rows = Math.min(band, height - top)
    memory.set(data.subarray(top * width, (top + rows) * width), image)
    passes().smooth(image, made, width, rows)
    smoothed.set(memory.subarray(made + width, made + (rows - 1) * width), (top + 1) * width)
  }
  return smoothed
}

/** The front of a sheet as it may show through on its back: what is darker than `limit`, mirrored, moved, and spread by `radius` pixels. */
export function spreadFront(
  front: Page,
  limit: number,
  { dx, dy }: { dx: number; dy: number },
  radius: number,
  { width, height }: { width: number; height: number },
): Uint8Array {
  const {
    memory,
    at: [image, along, made],
  } = places(front.data.length, width * height, width * height)
  memory.set(front.data, image)
  memory.fill(0, along, along + width * height)
  passes().spread(image, front.width, front.height, Math.ceil(limit), along, made, width, height, dx, dy, radius)
  return memory.slice(made, made + width * height)
}
