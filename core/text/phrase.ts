import type { Word } from '../model/evidence'

/** How wide a gap parts two phrases of a line, in heights of its letters. */
const gapInHeights = 1.2

/**
 * The words of one line that belong together around one of them: without a gap as wide as letters are high; a word that ends with
 * a colon ends what comes before it.
 * @param line the line's words, from the left
 */
export function phraseOf(line: readonly Word[], at: number): Word[] {
  const together = (left: Word, right: Word) =>
    right.x - (left.x + left.width) < Math.max(left.height, right.height) * gapInHeights && !left.text.endsWith(':')
  let [from, to] = [at, at]
  while (from > 0 && together(line[from - 1]!, line[from]!)) from--
  while (to < line.length - 1 && together(line[to]!, line[to + 1]!)) to++
  return line.slice(from, to + 1)
}
