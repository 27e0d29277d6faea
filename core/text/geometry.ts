import type { Word } from '../model/evidence'
import type { Box } from '../model/zone'

export const middle = (box: Box): number => box.y + box.height / 2

/** Words on one level are a line, whatever blocks the reading saw; from top to bottom, each left to right. */
export function levelLines(words: readonly Word[]): Word[][] {
  const lines: { words: Word[]; middle: number }[] = []
  for (const word of [...words].sort((a, b) => middle(a) - middle(b))) {
    const reach = 0.45 * Math.max(0.09, Math.min(word.height, 0.2))
    const line = lines.findLast(other => Math.abs(other.middle - middle(word)) < reach)
    if (line) {
      line.words.push(word)
      line.middle += (middle(word) - line.middle) / line.words.length
    } else lines.push({ words: [word], middle: middle(word) })
  }
  return lines.map(line => line.words.sort((a, b) => a.x - b.x))
}

/** Neighbouring words of a line that stand as close as words do, in inches. */
export function segmentsOf(line: readonly Word[], gap = 0.13): Word[][] {
  const segments: Word[][] = []
  for (const word of line) {
    const last = segments.at(-1)?.at(-1)
    if (last && word.x - (last.x + last.width) < gap) segments.at(-1)!.push(word)
    else segments.push([word])
  }
  return segments
}
