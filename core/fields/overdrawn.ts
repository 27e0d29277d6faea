import type { Word } from '../model/evidence'
import type { Box } from '../model/zone'
import { labelPlaces } from '../text/labelPlaces'
import { pairsBeside, type MarkedBox } from './ticked'

/** How differently the boxes of one field may stand from their words, in inches, and be in size. */
const sameGap = 0.08
const sameSize = 1.3

/**
 * Boxes of a field that so much was drawn over that they were not found: where the field's other boxes stand from their words,
 * one like them is looked for beside the words that have none.
 * @param look finds a box like this about there; null where none is
 */
export function overdrawnBoxes(
  labels: readonly string[],
  words: readonly Word[],
  boxes: readonly MarkedBox[],
  zone: Box | null,
  look: (like: MarkedBox) => MarkedBox | null,
): MarkedBox[] {
  const { pairs, side } = pairsBeside(labels, words, boxes, zone)
  const [first] = pairs
  if (!first || pairs.length === labels.length) return []
  const spread = (of: (pair: (typeof pairs)[number]) => number) => Math.max(...pairs.map(of)) - Math.min(...pairs.map(of))
  const sizes = pairs.map(pair => pair.box.width)
  if (spread(pair => pair.gap) > sameGap || Math.max(...sizes) > sameSize * Math.min(...sizes)) return []
  const { box, place, gap } = first
  const down = box.y + box.height / 2 - (place.y + place.height / 2)
  return labels
    .filter(label => !pairs.some(pair => pair.label === label))
    .flatMap(label => labelPlaces(words, label))
    .flatMap(at => {
      const x = side === 'left' ? at.x - gap - box.width : at.x + at.width + gap
      return look({ ...box, x, y: at.y + at.height / 2 + down - box.height / 2 }) ?? []
    })
}
