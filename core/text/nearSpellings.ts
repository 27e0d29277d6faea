/** Letters by which a word may be spelt otherwise: of the Latin alphabets that Europe writes. */
const letters = [...'abcdefghijklmnopqrstuvwxyzäåæáàâçéèêëíïñóôöøßúü']

/**
 * Every spelling that one slip makes of a word in small letters: one letter left out, put in, taken for another, or two
 * beside each other exchanged (Damerau 1964, four of five slips in writing). Without the word itself; each once.
 */
export function nearSpellings(word: string): string[] {
  const signs = [...word]
  const found = new Set<string>()
  for (let at = 0; at <= signs.length; at++) {
    const [before, after] = [signs.slice(0, at).join(''), signs.slice(at)]
    const [first, second] = after
    for (const letter of letters) found.add(before + letter + after.join(''))
    if (first === undefined) continue
    found.add(before + after.slice(1).join(''))
    for (const letter of letters) found.add(before + letter + after.slice(1).join(''))
    if (second !== undefined) found.add(before + second + first + after.slice(2).join(''))
  }
  found.delete(word)
  return [...found]
}
