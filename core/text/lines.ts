import type { Word } from '../model/evidence'

/** Words gathered into lines by their line number, each line left to right. */
export function linesOf(words: readonly Word[]): Word[][] {
  const lines = new Map<number, Word[]>()
  for (const word of words) {
    const line = lines.get(word.line)
    if (line) line.push(word)
    else lines.set(word.line, [word])
  }
  return [...lines.values()].map(line => [...line].sort((a, b) => a.x - b.x))
}

/** Words as they stand on a line, a space between them. */
export const textOf = (words: readonly { text: string }[]): string => words.map(word => word.text).join(' ')

/** Plain text in reading order, one line of the page a line. */
export function plainText(words: readonly Word[]): string {
  return linesOf(words).map(textOf).join('\n')
}
