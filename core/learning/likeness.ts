import type { Word } from '../model/evidence'
import { fewestDocuments, maySpeak, type LearnedTypes, type Measured } from '../model/learned'

/** A document of a type that people confirmed, by what its first page has. */
export interface TypeExample {
  type: string
  words: readonly Word[]
}

/** How much more often a mark stands on a type's pages than on those of any other, at least. */
const telling = 0.3
const mostMarks = 60
/** Share of its marks that a document of a type has, and how far the next type must be behind. */
const leastLike = 0.4
const leastAhead = 0.25
const fewestMarks = 4
const mostWrong = 0.01
/** Where print stands says less than what is printed. */
const placeWeight = 0.3

const isPlace = (mark: string) => mark.startsWith('@')

/** What a page has that may mark a type: its words without figures, and in which parts of the page words stand. */
export function marksOf(words: readonly Word[]): Set<string> {
  const marks = new Set<string>()
  for (const { text, x, y } of words) {
    const word = text.toLowerCase().replace(/[^\p{L}]/gu, '')
    if (word.length >= 3 && !/\d/.test(text)) marks.add(word)
    marks.add(`@${Math.floor(x / 1.4)}/${Math.floor(y / 0.8)}`)
  }
  return marks
}

type Counts = Map<string, { documents: number; marks: Map<string, number> }>

function count(counts: Counts, type: string, marks: ReadonlySet<string>, by: 1 | -1): void {
  const own = counts.get(type) ?? { documents: 0, marks: new Map<string, number>() }
  own.documents += by
  for (const mark of marks) own.marks.set(mark, (own.marks.get(mark) ?? 0) + by)
  counts.set(type, own)
}

/** Of each type with enough documents, what marks it. */
function tellingMarks(counts: Counts): LearnedTypes['marks'] {
  const types = [...counts].filter(([, { documents }]) => documents >= fewestDocuments - 1)
  const share = (own: { documents: number; marks: Map<string, number> }, mark: string) => (own.marks.get(mark) ?? 0) / own.documents
  return Object.fromEntries(
    types.map(([type, own]) => {
      const marks: [string, number][] = []
      for (const mark of own.marks.keys()) {
        const other = Math.max(0, ...types.filter(([name]) => name !== type).map(([, counted]) => share(counted, mark)))
        const more = share(own, mark) - other
        if (more >= telling) marks.push([mark, Math.round(more * (isPlace(mark) ? placeWeight : 1) * 100) / 100])
      }
      return [type, Object.fromEntries(marks.sort(stronger).slice(0, mostMarks))]
    }),
  )
}

/** What marks a type more, then what is longer: people know a page by its long words. */
const stronger = (a: [string, number], b: [string, number]) => b[1] - a[1] || b[0].length - a[0].length || (a[0] < b[0] ? -1 : 1)

/** What a document is like, with the words that decided, the strongest first. */
export interface Likeness {
  type: string
  words: string[]
  /** Words that mark this type, all of them. */
  of: number
}

/** The type that a page is like; null where it is like none, or like several. */
export function likeType(marks: LearnedTypes['marks'], words: readonly Word[]): Likeness | null {
  const there = marksOf(words)
  const scores = Object.entries(marks)
    .map(([type, own]) => {
      const all = Object.entries(own).sort(stronger)
      const whole = all.reduce((sum, [, weight]) => sum + weight, 0)
      const has = all.filter(([mark]) => there.has(mark))
      const enough = all.filter(([mark]) => !isPlace(mark)).length >= fewestMarks
      return { type, all, has, like: enough ? has.reduce((sum, [, weight]) => sum + weight, 0) / whole : 0 }
    })
    .sort((a, b) => b.like - a.like)
  const [best, next] = scores
  if (!best || best.like < leastLike || best.like - (next?.like ?? 0) < leastAhead) return null
  const said = (all: [string, number][]) => all.filter(([mark]) => !isPlace(mark)).map(([mark]) => mark)
  return { type: best.type, words: said(best.has), of: said(best.all).length }
}

/**
 * Learns what marks the types of a rubric. Measured on the same documents, each left out of the counts while it is asked.
 * @returns null where fewer than two types have enough documents
 */
export function learnTypes(examples: readonly TypeExample[]): LearnedTypes | null {
  const counts: Counts = new Map()
  const all = examples.map(({ type, words }) => ({ type, words, marks: marksOf(words) }))
  for (const { type, marks } of all) count(counts, type, marks, 1)
  if ([...counts.values()].filter(({ documents }) => documents >= fewestDocuments).length < 2) return null
  const measured: Measured = { documents: all.length, right: 0, wrong: 0, open: 0 }
  for (const { type, words, marks } of all) {
    count(counts, type, marks, -1)
    const like = likeType(tellingMarks(counts), words)
    count(counts, type, marks, 1)
    if (!like) measured.open++
    else if (like.type === type) measured.right++
    else measured.wrong++
  }
  return {
    marks: tellingMarks(counts),
    documents: Object.fromEntries([...counts].map(([type, { documents }]) => [type, documents])),
    measured,
  }
}

/** Whether documents are taken for the type that they are like: at most one in a hundred was taken wrongly. */
export const typesSpeak = (learned: LearnedTypes): boolean => maySpeak(learned.measured, mostWrong)

/** Why a document is taken for a type, in a sentence. */
export function likenessWords({ words, of }: Likeness, label: string): string {
  const named = words.slice(0, 4).map(word => `“${word}”`)
  const more = words.length - named.length
  const told = named.join(', ') + (more > 0 ? ` and ${more} more` : '')
  return `Like other documents of the type ${label}: it has ${told} of the ${of} words that mark these.`
}
