import { greyOf, type Grey } from '../core/raster/image'

/** A decoded page: one or three bytes a pixel. */
export interface PageImage {
  width: number
  height: number
  channels: 1 | 3
  data: Uint8Array
  /** Pixels an inch, or null where the file does not say. */
  dpi: number | null
}

/** The page in grey; the same object where it already is. */
export function inGrey(image: PageImage): Grey {
  return image.channels === 1 ? image : greyOf(image)
}
