import type { Grey, Rgb } from '../../core/raster/image'

/** A page at 200 dpi with a little grain, on which tests draw with functions of x and y. */
export function page(paper = 240, width = 1654, height = 2339): Grey {
  const data = new Uint8Array(width * height)
  let state = 9
  for (let at = 0; at < data.length; at++) {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    data[at] = paper + (state >>> 29) - 4
  }
  return { width, height, data }
}

/** Draws in place wherever `inside` says so, from the top-left of the rectangle. */
export function draw(
  image: Grey,
  x: number,
  y: number,
  width: number,
  height: number,
  level: number,
  inside: (x: number, y: number) => boolean = () => true,
): Grey {
  for (let row = 0; row < height; row++) {
    for (let column = 0; column < width; column++) {
      if (inside(column, row)) image.data[Math.round(y + row) * image.width + Math.round(x + column)] = level
    }
  }
  return image
}

export const disc = (radius: number) => (x: number, y: number) => Math.hypot(x - radius, y - radius) <= radius

/** Coloured rectangles on coloured paper. */
export function coloured(
  width: number,
  height: number,
  paper: readonly number[],
  marks: readonly { x: number; y: number; width: number; height: number; colour: readonly number[] }[],
): Rgb {
  const data = new Uint8Array(width * height * 3)
  for (let at = 0; at < data.length; at++) data[at] = paper[at % 3]!
  for (const mark of marks) {
    for (let y = mark.y; y < mark.y + mark.height; y++)
      for (let x = mark.x; x < mark.x + mark.width; x++) data.set(mark.colour, (y * width + x) * 3)
  }
  return { width, height, data }
}
