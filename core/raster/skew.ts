import type { Bitmap } from './image'
import { lowerEdges, Profile } from './simd/ink'

const range = 5
const coarseStep = 0.5
const fineStep = 0.05
const workDpi = 100
const mostPoints = 200000
// About one short line of text; with less, noise decides.
const leastPoints = 150
const manyPoints = 9000

/**
 * How far the text lines are turned, in degrees, clockwise positive, between −5 and 5.
 * The angle under which the lower edges of ink gather in the fewest rows (projection profile, W. Postl 1986).
 * 0 where the page has no direction to speak of.
 */
export function findSkew(ink: Bitmap, dpi: number): number {
  // At about 100 dpi: where text lines stand.
  const points = lowerEdges(ink, Math.max(1, Math.round(dpi / workDpi)), mostPoints)
  if (points.count < leastPoints) return 0
  const half = Math.ceil(ink.width * Math.tan(((range + 1) * Math.PI) / 180)) + 2
  const profile = new Profile(points.x, points.y, points.count, half, ink.height + 2 * half)
  const score = (degrees: number, every = 1) => profile.along(Math.tan((degrees * Math.PI) / 180), every)

  // Half a degree is told apart by a part of the points.
  const coarseEvery = points.count > manyPoints ? 3 : 1
  let best = 0
  let bestScore = -1
  let total = 0
  let tried = 0
  for (let degrees = -range; degrees <= range; degrees += coarseStep) {
    const found = score(degrees, coarseEvery)
    total += found
    tried++
    if (found > bestScore) [best, bestScore] = [degrees, found]
  }
  // A coarse step may fall between two angles and miss a sharp peak, so the flat case is judged after refining.
  const centre = best
  bestScore = coarseEvery === 1 ? bestScore : -1
  for (let degrees = centre - coarseStep; degrees <= centre + coarseStep; degrees += fineStep) {
    const found = score(degrees)
    if (found > bestScore) [best, bestScore] = [degrees, found]
  }
  if ((coarseEvery === 1 ? bestScore : score(best, coarseEvery)) < 1.15 * (total / tried)) return 0
  return Math.round(refine(best, score) * 1000) / 1000
}

/** The top of the parabola through three neighbouring scores. */
function refine(best: number, score: (degrees: number) => number): number {
  const before = score(best - fineStep)
  const at = score(best)
  const after = score(best + fineStep)
  const bend = before - 2 * at + after
  return bend < 0 ? best + fineStep * Math.max(-1, Math.min(1, (0.5 * (before - after)) / bend)) : best
}
