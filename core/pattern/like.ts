const runs: [RegExp, string][] = [
  [/^\p{Lu}+/u, '[A-Z]'],
  [/^\p{L}+/u, '\\p{L}'],
  [/^\d+/, '\\d'],
]
/** An amount: figures, perhaps in groups, and decimals behind the last mark. */
const amount = /^\d+(?:(?<group>[.,' ])\d{3})*(?<mark>[.,])(?<decimals>\d{1,2})$/
const plain = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, letter => `\\${letter}`)
const timesOf = (count: number) => (count === 1 ? '' : `{${count}}`)

/**
 * A pattern that a value and others of its form fit, for a rule that was made by pointing: letters and digits by how many
 * there are, what stands between them as it is. An amount has as many figures as it needs, and its decimals. A value of several
 * words, or of small letters, is taken as it comes.
 */
export function patternLike(value: string): string {
  if (!/\d/.test(value)) return '.+'
  const { group, mark, decimals } = amount.exec(value.trim())?.groups ?? {}
  if (mark && decimals) return `\\d${group ? `[\\d${plain(group)}]*` : '+'}${plain(mark)}\\d${timesOf(decimals.length)}`
  let left = value.trim()
  let pattern = ''
  while (left !== '') {
    const run = runs.find(([start]) => start.test(left))
    const found = run ? run[0].exec(left)![0] : left[0]!
    pattern += run ? run[1] + timesOf(found.length) : plain(found)
    left = left.slice(found.length)
  }
  return pattern
}
