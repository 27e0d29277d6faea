import type { Bitmap, Pixels } from './image'

/** How much to erase from each edge, in pixels. */
export interface Edges {
  top: number
  right: number
  bottom: number
  left: number
}

/** A page whose edges are paper. @param paper a level for each channel */
export function erasedEdges<T extends Pixels>(image: T, edges: Edges, paper: readonly number[]): T {
  const { width, height, channels, data } = image
  const erased = data.slice()
  const fill = (y: number, from: number, to: number) => {
    for (let at = (y * width + from) * channels; at < (y * width + to) * channels; at++) erased[at] = paper[at % channels]!
  }
  const left = Math.min(width, Math.round(edges.left))
  const right = Math.max(left, width - Math.round(edges.right))
  for (let y = 0; y < height; y++) {
    if (y < Math.round(edges.top) || y >= height - Math.round(edges.bottom)) fill(y, 0, width)
    else {
      fill(y, 0, left)
      fill(y, right, width)
    }
  }
  return { ...image, data: erased }
}

/** A page on which everything under a mask, and two pixels around it, is paper. */
export function paintedOver<T extends Pixels>(image: T, mask: Bitmap, paper: readonly number[]): T {
  const { width, height, channels, data } = image
  const painted = data.slice()
  const reach = 2
  for (let at = mask.data.indexOf(1); at !== -1; at = mask.data.indexOf(1, at + 1)) {
    const x = at % width
    const y = (at - x) / width
    for (let row = Math.max(0, y - reach); row <= Math.min(height - 1, y + reach); row++) {
      const from = (row * width + Math.max(0, x - reach)) * channels
      const to = (row * width + Math.min(width - 1, x + reach) + 1) * channels
      for (let place = from; place < to; place++) painted[place] = paper[place % channels]!
    }
  }
  return { ...image, data: painted }
}

/** Ink without what is under a mask. */
export function inkWithout(ink: Bitmap, mask: Bitmap): Bitmap {
  const data = ink.data.slice()
  for (let at = 0; at < data.length; at++) if (mask.data[at]) data[at] = 0
  return { ...ink, data }
}
