import type { Word } from '~~/core/model/evidence'

const plain = (text: string) => text.toLowerCase().replace(/^[^\p{L}\p{N}]+|[^\p{L}\p{N}]+$/gu, '')

/** The words of a page that begin with one of those that were searched for. */
export function soughtWords(words: readonly Word[], sought: string): Word[] {
  const wanted = sought
    .split(/[\s"]+/)
    .map(plain)
    .filter(Boolean)
  return words.filter(word => wanted.some(one => plain(word.text).startsWith(one)))
}
