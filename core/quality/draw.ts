import type { Inspection } from '../model/verdict'
import { nextInspection, samplingPlan, type EarlierLots, type Plan } from './plan'
import type { Check } from '../rubric/handling'

/** Which documents of a batch are checked, and why so many. */
export interface Drawn {
  /** Their places in the batch's order, from 0. */
  places: number[]
  /** The same seed draws the same. */
  seed: number
  plan: Plan | null
  /** How closely, where a plan says it. */
  inspection: Inspection | null
  /** Places that are looked at besides the plan's sample, and do not count for it. */
  besides: number[]
  why: string
}

/** A reproducible sequence of numbers from 0 to below 1 (mulberry32). */
function sequence(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), state | 1)
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61)
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32
  }
}

/** Why so many are looked at, where some are because something on them is black. */
function mustWords(why: string, drawn: number, size: number, must: number): string {
  if (must === 0 || drawn >= size) return why
  const words = `each document with something blacked out is looked at: ${must} of ${size}.`
  return drawn === 0 ? `E${words.slice(1)}` : `${why} Besides, ${words}`
}

/** So many of `size` places, each as likely as any other, in order. */
export function drawPlaces(size: number, count: number, seed: number): number[] {
  const next = sequence(seed)
  const places = Array.from({ length: size }, (_, at) => at)
  for (let at = 0; at < Math.min(count, size); at++) {
    const other = at + Math.floor(next() * (size - at))
    ;[places[at], places[other]] = [places[other]!, places[at]!]
  }
  return places.slice(0, count).sort((one, other) => one - other)
}

/**
 * Draws the documents of a batch that a second person checks.
 * @param size documents of the batch
 * @param earlier lots of the same rubric
 * @param must places that are looked at whatever is drawn, because something is blacked out there
 */
export function drawDocuments(check: Check, size: number, seed: number, earlier: EarlierLots, must: readonly number[] = []): Drawn {
  const drawn = (count: number, why: string, plan: Plan | null = null): Drawn => {
    const sample = drawPlaces(size, count, seed)
    return {
      places: [...new Set([...sample, ...must])].sort((one, other) => one - other),
      seed,
      plan,
      inspection: plan?.inspection ?? null,
      besides: must.filter(place => !sample.includes(place)),
      why: mustWords(why, count, size, must.length),
    }
  }
  switch (check.mode) {
    case 'none':
      return drawn(0, 'Nothing is drawn.')
    case 'all':
      return drawn(size, 'Every document is checked.')
    case 'share': {
      const count = Math.ceil((size * (check.percent ?? 100)) / 100)
      return drawn(count, `${check.percent} % are checked: ${count} of ${size}.`)
    }
    case 'plan': {
      const inspection = nextInspection(earlier.lots, check.reduced, earlier.resumed)
      if (inspection === 'suspended') {
        const why =
          'Every document is checked: five batches were refused under tightened inspection, so no batch passes by its sample ' +
          '(ISO 2859-1, 9.4) until a steward says what was done about it.'
        return { ...drawn(size, why), inspection }
      }
      const plan = samplingPlan(size, check.level, check.aql, inspection)
      return drawn(
        plan.sample,
        `ISO 2859-1, level ${check.level}, ${plan.inspection} inspection, AQL ${plan.aql}: a batch of ${size} has the code letter ` +
          `${plan.letter}${plan.planLetter === plan.letter ? '' : `, for which the plan of ${plan.planLetter} holds`}. ` +
          `${plan.sample} are checked; it passes with at most ${plan.accept} faulty.`,
        plan,
      )
    }
  }
}
