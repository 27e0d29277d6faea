import type { Word } from '../model/evidence'
import { packWords, unpackWord, type PackedWords } from './packedWords'

const between = '\0'
const numbersOfWord = 8
/** Unpacked lists that a list of lists holds on to. */
const mostAwake = 16

/**
 * A page's words while nobody looks at them: a tenth of the memory, and as exact as they are kept (thousandths).
 * @returns what unpacks them anew
 */
export const restWords = (words: readonly Word[]): (() => Word[]) => restPacked(packWords(words))

/** The same for words as they are kept. */
export function restPacked(packed: PackedWords): () => Word[] {
  const texts = packed.map(([text]) => text)
  if (texts.some(text => text.includes(between))) return () => packed.map(unpackWord)
  const text = texts.join(between)
  const all = packed.flatMap(([, ...numbers]) => numbers)
  const numbers = all.every(one => one >= 0 && one < 2 ** 16) ? Uint16Array.from(all) : Float64Array.from(all)
  return () => {
    const parts = numbers.length === 0 ? [] : text.split(between)
    const of = (at: number) => numbers.subarray(at * numbersOfWord, (at + 1) * numbersOfWord)
    return parts.map((part, at) => unpackWord([part, ...of(at)] as PackedWords[number]))
  }
}

/** A list of lists each of which is made when it is looked at; the last few are held on to. */
export function awakened<T>(makers: readonly (() => readonly T[])[]): readonly (readonly T[])[] {
  const awake = new Map<number, readonly T[]>()
  const lists: (readonly T[])[] = []
  makers.forEach((make, at) => {
    const get = () => {
      const list = awake.get(at) ?? make()
      awake.delete(at)
      awake.set(at, list)
      if (awake.size > mostAwake) awake.delete(awake.keys().next().value!)
      return list
    }
    Object.defineProperty(lists, at, { get, enumerable: true, configurable: true })
  })
  return lists
}
