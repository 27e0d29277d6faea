import { greyOf, type Area, type Pixels } from './image'
import { paperLevel } from './turn'

// Backing counts as dark below this share of the paper's level.
const backing = 0.62
const leastShare = 0.55

/**
 * Where the paper lies on a scan that is larger than it: dark backing is taken off each side. The whole scan where
 * there is none, or where the paper would come out smaller than an inch.
 */
export function findPaper(image: Pixels, dpi: number): Area {
  const { width, height } = image
  const grey = image.channels === 1 ? image : greyOf(image)
  const limit = paperLevel(grey) * backing
  const dark = (x: number, y: number) => grey.data[y * width + x]! < limit
  let [left, top, right, bottom] = [0, 0, width, height]
  const share = (count: number, step: number, at: (place: number) => boolean, from: number) => {
    let found = 0
    let looked = 0
    for (let place = from; place < count; place += step, looked++) if (at(place)) found++
    return looked === 0 ? 0 : found / looked
  }
  // Twice, since backing below hides how far the backing beside reaches.
  for (let round = 0; round < 2; round++) {
    while (left < right && share(bottom, 7, y => dark(left, y), top) > leastShare) left++
    while (right > left && share(bottom, 7, y => dark(right - 1, y), top) > leastShare) right--
    while (top < bottom && share(right, 7, x => dark(x, top), left) > leastShare) top++
    while (bottom > top && share(right, 7, x => dark(x, bottom - 1), left) > leastShare) bottom--
  }
  if (right - left < dpi || bottom - top < dpi) return { x: 0, y: 0, width, height }
  return { x: left, y: top, width: right - left, height: bottom - top }
}

/** The part of a page that lies in the area. */
export function cutOut<T extends Pixels>(image: T, area: Area): T {
  const { width, channels, data } = image
  const cut = new Uint8Array(area.width * area.height * channels)
  for (let row = 0; row < area.height; row++) {
    const from = ((area.y + row) * width + area.x) * channels
    cut.set(data.subarray(from, from + area.width * channels), row * area.width * channels)
  }
  return { ...image, width: area.width, height: area.height, data: cut }
}
