/** How a picture lies in its frame: pixels of the frame for one of the picture, and where its top-left corner is. */
export interface View {
  scale: number
  left: number
  top: number
}
export interface Point {
  x: number
  y: number
}

const [least, most] = [0.1, 6]

/** Nearer or farther by a factor; what lies at this place of the frame stays there. */
export function zoomed(view: View, factor: number, { x, y }: Point): View {
  const scale = Math.min(most, Math.max(least, view.scale * factor))
  return {
    scale,
    left: x - ((x - view.left) * scale) / view.scale,
    top: y - ((y - view.top) * scale) / view.scale,
  }
}

/** Two fingers that move: what lay between them lies between them still, nearer by as much as they went apart. */
export function pinched(view: View, before: readonly [Point, Point], now: readonly [Point, Point]): View {
  const apart = ([one, other]: readonly [Point, Point]) => Math.max(1, Math.hypot(one.x - other.x, one.y - other.y))
  const between = ([one, other]: readonly [Point, Point]) => ({ x: (one.x + other.x) / 2, y: (one.y + other.y) / 2 })
  const [from, to] = [between(before), between(now)]
  return zoomed({ ...view, left: view.left + to.x - from.x, top: view.top + to.y - from.y }, apart(now) / apart(before), to)
}

/** The whole picture, in the middle of its frame. */
export function fitted(frame: { width: number; height: number }, picture: { width: number; height: number }): View {
  const scale = Math.min(frame.width / picture.width, frame.height / picture.height)
  return { scale, left: (frame.width - picture.width * scale) / 2, top: Math.max(0, (frame.height - picture.height * scale) / 2) }
}
