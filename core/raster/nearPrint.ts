import type { Bitmap, Grey } from './image'

/** What is lighter than this in the picture that was made for reading is no print; it is looked at in squares of so many pixels. */
const white = 235
const square = 8

/**
 * The ink of a page that lies where the picture for reading has print, or beside such a place: not the other side's ink, which
 * black and white makes as black as the page's own.
 * @param reading of the same size
 */
export function inkNearPrint(ink: Bitmap, reading: Grey): Bitmap {
  const { width, height } = reading
  const columns = Math.ceil(width / square)
  const rows = Math.ceil(height / square)
  const near = new Uint8Array(columns * rows)
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++)
      if (hasPrint(reading, column * square, row * square)) mark(near, columns, rows, column, row)
  const data = ink.data.slice()
  for (let y = 0, at = 0; y < height; y++) {
    const line = Math.floor(y / square) * columns
    for (let x = 0; x < width; x++, at++) if (data[at] && !near[line + Math.floor(x / square)]) data[at] = 0
  }
  return { ...ink, data }
}

function hasPrint({ width, height, data }: Grey, left: number, top: number): boolean {
  const right = Math.min(width, left + square)
  const bottom = Math.min(height, top + square)
  for (let y = top; y < bottom; y++) for (let at = y * width + left; at < y * width + right; at++) if (data[at]! <= white) return true
  return false
}

/** A square and those around it. */
function mark(near: Uint8Array, columns: number, rows: number, column: number, row: number): void {
  for (let y = Math.max(0, row - 1); y <= Math.min(rows - 1, row + 1); y++)
    near.fill(1, y * columns + Math.max(0, column - 1), y * columns + Math.min(columns - 1, column + 1) + 1)
}
