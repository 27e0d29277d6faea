import type { Word } from '../model/evidence'
import { middle } from '../text/geometry'
import type { Found } from '../text/find'
import { letters } from '../text/labelPlaces'

/** Words stand closer to each other than this, in inches. */
const gap = 0.13
const part = /^[\w+-]+(\.[\w+-]+)*[._-]$/

/**
 * What stands right before a mail address that was found and may be its beginning, as in "ada. penrose@…".
 * @param label beside which it was found; its own words are no part of an address
 */
export function cutFromAddress(words: readonly Word[], { words: found }: Found, label = ''): string | null {
  const first = found[0]
  if (!first) return null
  const before = words.find(word => {
    const between = first.x - (word.x + word.width)
    return word !== first && between < gap && word.x < first.x && Math.abs(middle(word) - middle(first)) < first.height / 2
  })
  return before && part.test(before.text) && !letters(label).endsWith(letters(before.text)) ? before.text : null
}
