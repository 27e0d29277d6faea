import { blockStatistics, forEachRow, overNeighbours } from './blocks'
import type { Bitmap, Grey } from './image'

const blockInches = 0.04
const windowBlocks = 4
const mostSpread = 56

/** Two-level page by one threshold; level 0 to 1 is the share of white below which a pixel is ink. */
export function fixedMono(image: Grey, level: number): Bitmap {
  const data = new Uint8Array(image.data.length)
  const limit = level * 255
  for (let at = 0; at < data.length; at++) data[at] = image.data[at]! < limit ? 1 : 0
  return { width: image.width, height: image.height, data }
}

/**
 * Two-level page by a threshold that follows the paper: Sauvola and Pietikäinen, "Adaptive document image
 * binarization" (2000), over a window of about a third of an inch, evaluated on a grid and interpolated.
 * @param level 0 to 1; 0.5 is their k = 0.25, higher keeps fainter marks
 */
export function adaptiveMono(image: Grey, dpi: number, level: number): Bitmap {
  const { width, height, data } = image
  const k = 0.5 * (1 - level)
  const { mean, deviation } = blockStatistics(image, Math.max(2, Math.round(blockInches * dpi)))
  // The window's variance is the mean of the blocks' variances plus the variance of their means.
  const squares = { ...mean, data: mean.data.map((value, at) => value * value + deviation.data[at]! ** 2) }
  const localMean = overNeighbours(mean, windowBlocks, 'mean')
  const localSquares = overNeighbours(squares, windowBlocks, 'mean')
  const threshold = {
    ...mean,
    data: localMean.data.map((value, at) => {
      // Beside black rules the spread would lift the threshold into the camera's ringing around them.
      const spread = Math.min(mostSpread, Math.sqrt(Math.max(0, localSquares.data[at]! - value * value)))
      return value * (1 + k * (spread / 128 - 1))
    }),
  }
  const ink = new Uint8Array(data.length)
  forEachRow(threshold, width, height, (y, limits) => {
    const row = y * width
    for (let x = 0; x < width; x++) ink[row + x] = data[row + x]! < limits[x]! ? 1 : 0
  })
  return { width, height, data: ink }
}

/** Ink as black on white, for encoders. */
export function greyFromBitmap(bitmap: Bitmap): Grey {
  const data = new Uint8Array(bitmap.data.length)
  for (let at = 0; at < data.length; at++) data[at] = bitmap.data[at] ? 0 : 255
  return { width: bitmap.width, height: bitmap.height, data }
}
