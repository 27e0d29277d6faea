import type { Grey } from './image'

const coarseDpi = 66

/** Every third pixel or so, the mean of those around it: modules that are large enough to have no texture stay readable. */
export function coarse({ width, height, data }: Grey, dpi: number): { image: Grey; factor: number } {
  const factor = Math.max(1, Math.round(dpi / coarseDpi))
  const [columns, rows] = [Math.floor(width / factor), Math.floor(height / factor)]
  const means = new Uint8Array(columns * rows)
  const far = factor - 1
  for (let row = 0, to = 0; row < rows; row++) {
    for (let column = 0, at = row * factor * width; column < columns; column++, at += factor) {
      const below = at + far * width
      means[to++] = (data[at]! + data[at + far]! + data[below]! + data[below + far]!) >> 2
    }
  }
  return { image: { width: columns, height: rows, data: means }, factor }
}
