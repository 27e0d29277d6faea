import type { Word } from '../model/evidence'
import { centreInside, type Box } from '../model/zone'
import { labelPlaces } from '../text/labelPlaces'

/** A printed box and the share of its inside that is ink; inches from the top-left of the upright page. */
export interface MarkedBox extends Box {
  ink: number
  /** A ring. */
  round?: boolean
}

/** What the boxes beside printed words say. `none`: words whose box was found empty. */
export interface Ticks {
  ticked: Tick[]
  /** So little ink that it may be dirt, or the shadow of a stroke. */
  doubtful: Tick[]
  none: Tick[]
}

export interface Tick {
  words: string
  box: Box
}

const ticked = 0.05
const empty = 0.025
/** How far from its word a box may stand. */
const farthest = 0.5

/** Which of the boxes beside these printed words are ticked; all stand left of their words, or all right of them. */
export function ticksBeside(
  labels: readonly string[],
  words: readonly Word[],
  boxes: readonly MarkedBox[],
  zone: Box | null = null,
): Ticks {
  const ticks: Ticks = { ticked: [], doubtful: [], none: [] }
  for (const { label, box } of pairsBeside(labels, words, boxes, zone).pairs) {
    const { ink, round: _, ...place } = box
    const state = ink >= ticked ? 'ticked' : ink > empty ? 'doubtful' : 'none'
    ticks[state].push({ words: label, box: place })
  }
  return ticks
}

/** The box of each label that has one, on the side on which more have one, or have it nearer. */
export function pairsBeside(
  labels: readonly string[],
  words: readonly Word[],
  boxes: readonly MarkedBox[],
  zone: Box | null,
): { pairs: Pair[]; side: Side } {
  const inside = words.filter(word => centreInside(word, zone))
  const near = boxes.filter(box => centreInside(box, zone && { ...zone, x: zone.x - farthest, width: zone.width + 2 * farthest }))
  const left = paired(labels, inside, near, 'left')
  const right = paired(labels, inside, near, 'right')
  const better = left.length !== right.length ? left.length > right.length : totalGap(left) <= totalGap(right)
  return better ? { pairs: left, side: 'left' } : { pairs: right, side: 'right' }
}

type Side = 'left' | 'right'
/** A word is so much wider than a box that was read as one. */
const asOneWord = 1.6

/** The boxes that are none of a word's letters: a D or a nought looks like one. */
export const boxesAlone = (boxes: readonly MarkedBox[], words: readonly Word[]): MarkedBox[] =>
  boxes.filter(box => {
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
    return !words.some(
      word => x > word.x && x < word.x + word.width && y > word.y && y < word.y + word.height && word.width > asOneWord * box.width,
    )
  })

interface Pair {
  label: string
  /** Where it stands. */
  place: Box
  box: MarkedBox
  gap: number
}
const totalGap = (pairs: readonly Pair[]) => pairs.reduce((sum, pair) => sum + pair.gap, 0)

/** The nearest box on that side of each label that has one; each box once. */
function paired(labels: readonly string[], words: readonly Word[], boxes: readonly MarkedBox[], side: Side): Pair[] {
  const pairs: Pair[] = []
  for (const label of labels) {
    const best = placesOf(words, label)
      .flatMap(place => boxes.flatMap(box => pairOf(label, place, box, side)))
      .filter(pair => !pairs.some(other => other.box === pair.box))
      .sort((a, b) => a.gap - b.gap)[0]
    if (best) pairs.push(best)
  }
  return pairs
}

function pairOf(label: string, place: Box, box: MarkedBox, side: Side): Pair[] {
  // The reading may have taken the box into its word, so that the word reaches over it.
  const beyond = side === 'left' ? place.x + place.width / 2 > box.x + box.width : box.x > place.x + place.width / 2
  const gap = Math.max(0, side === 'left' ? place.x - (box.x + box.width) : box.x - (place.x + place.width))
  const level = Math.abs(place.y + place.height / 2 - (box.y + box.height / 2)) < Math.max(place.height, box.height) * 0.75
  return level && beyond && gap < farthest ? [{ label, place, box, gap }] : []
}

const letters = (text: string) => text.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '')

/** Where the words stand; also where the reading lost a letter, or took the box for letters before or behind them. */
function placesOf(words: readonly Word[], label: string): Box[] {
  const places = labelPlaces(words, label)
  if (places.length) return places
  const wanted = letters(label)
  return words.flatMap(word => {
    const read = letters(word.text)
    const extra = read.length - wanted.length
    if (wanted.length > 3 && lostLetter(wanted, read)) return [word]
    if (wanted.length < 2 || extra < 1 || extra > 2 || !(read.endsWith(wanted) || read.startsWith(wanted))) return []
    const more = (word.width * extra) / read.length
    return [{ x: word.x + (read.endsWith(wanted) ? more : 0), y: word.y, width: word.width - more, height: word.height }]
  })
}

/** Whether what was read is the word without one of its letters. */
const lostLetter = (wanted: string, read: string) =>
  read.length === wanted.length - 1 && [...wanted].some((_, at) => wanted.slice(0, at) + wanted.slice(at + 1) === read)
