import { lumaOf } from './simd/levels'

/** Grey page: one byte a pixel, row by row, 0 black to 255 white. */
export interface Grey {
  width: number
  height: number
  data: Uint8Array
}

/** Colour page: three bytes a pixel (red, green, blue). */
export interface Rgb {
  width: number
  height: number
  data: Uint8Array
}

/** Two-level page: one byte a pixel, 1 ink, 0 paper. */
export interface Bitmap {
  width: number
  height: number
  data: Uint8Array
}

/** A page in grey or colour. */
export interface Pixels {
  width: number
  height: number
  channels: 1 | 3
  data: Uint8Array
}

/** A rectangle in pixels. */
export interface Area {
  x: number
  y: number
  width: number
  height: number
}

/** Luma of a colour (ITU-R BT.601 weights). */
export const luma = (red: number, green: number, blue: number): number => (red * 77 + green * 150 + blue * 29) >> 8

/** Luma of a colour page. */
export const greyOf = ({ width, height, data }: Rgb): Grey => ({ width, height, data: lumaOf(data) })

/** The part of a one-channel page that lies in the area, clipped to the page. */
export function crop(image: Grey, area: Area): Grey {
  const left = Math.max(0, Math.floor(area.x))
  const top = Math.max(0, Math.floor(area.y))
  const width = Math.max(0, Math.min(image.width, Math.ceil(area.x + area.width)) - left)
  const height = Math.max(0, Math.min(image.height, Math.ceil(area.y + area.height)) - top)
  const data = new Uint8Array(width * height)
  for (let row = 0; row < height; row++) {
    const from = (top + row) * image.width + left
    data.set(image.data.subarray(from, from + width), row * width)
  }
  return { width, height, data }
}

/** Values on a coarse grid over a page: one for each block of `size` × `size` pixels. */
export interface Blocks {
  size: number
  columns: number
  rows: number
  data: Float32Array
}
