import type { Pixels } from './image'

/** An empty white page. */
export function whitePage(width: number, height: number, channels: 1 | 3): Pixels {
  return { width, height, channels, data: new Uint8Array(width * height * channels).fill(255) }
}

/** Lays a picture onto a page, in place, the darker level of both winning: a stamp or a card on white. */
export function layOnto(page: Pixels, picture: Pixels, left: number, top: number): void {
  for (let row = Math.max(0, -top); row < picture.height && top + row < page.height; row++) {
    for (let column = Math.max(0, -left); column < picture.width && left + column < page.width; column++) {
      const to = ((top + row) * page.width + left + column) * page.channels
      const from = (row * picture.width + column) * picture.channels
      for (let channel = 0; channel < page.channels; channel++) {
        const level = picture.data[from + (picture.channels === 1 ? 0 : channel)]!
        if (level < page.data[to + channel]!) page.data[to + channel] = level
      }
    }
  }
}
