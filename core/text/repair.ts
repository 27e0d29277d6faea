const digitsFor: Record<string, string> = { O: '0', o: '0', I: '1', l: '1', '|': '1', '!': '1', S: '5', s: '5', B: '8', Z: '2', z: '2' }

/**
 * The text with letters that are usually misread digits as those digits, in every word of which half or more are digits;
 * as long as before. Words without a digit are words.
 */
export function withDigits(text: string): string {
  return text.replace(/\S+/g, word => {
    const digits = word.replace(/\D/g, '').length
    const letters = word.replace(/[^\p{L}|!]/gu, '')
    const misread = [...letters].every(letter => letter in digitsFor)
    return misread && digits > 0 && digits >= letters.length ? [...word].map(letter => digitsFor[letter] ?? letter).join('') : word
  })
}
