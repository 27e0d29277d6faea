import { checkValue } from '../fields/fieldValue'
import { kindOf } from '../fields/kinds'
import { printBeside, valueAt } from '../fields/learnedPlace'
import type { Word } from '../model/evidence'
import type { Field } from '../rubric/field'
import { fewestDocuments, maySpeak, mostly, type LearnedPlace, type Measured, type Place } from '../model/learned'
import type { Box } from '../model/zone'
import { patternLike } from '../pattern/like'
import { boxOf } from '../text/exports'
import { letters } from '../text/labelPlaces'
import { linesOf, textOf } from '../text/lines'

/** A document whose value of a field people gave or confirmed, and the words of its pages. */
export interface Example {
  value: string
  pages: readonly (readonly Word[])[]
  /** A person gave the value, or took it from where people had found it before: the rubric's own sources had not. */
  taught: boolean
}

/** A value as it stands on a page of its document. */
interface Standing {
  page: number
  /** All words of that page. */
  on: readonly Word[]
  box: Box
  words: number
  /** As it is printed. */
  text: string
  /** A comma or the like after its last word. */
  ends: string | null
}

/** Pages of a document that are looked at. */
const mostPages = 3
const mostWords = 8
/** How far a value may stand from where it stood on other documents, in inches. */
const aside = 0.35
const above = 0.16
const mostWrong = 0.05
/** Layouts of one type's paper that are told apart. */
const mostLayouts = 3
/** The pattern of values that have none in common. */
const anyText = patternLike('')

/** Kinds whose values are not one run of words of a page. */
const elsewhere = new Set(['table', 'choices', 'yes-no', 'long-text'])

/** Where a field's value stands on a document's pages. Of a date or a number every way of writing it counts. */
export function standingsOf(field: Field, value: string, pages: Example['pages'], languages: readonly string[]): Standing[] {
  if (elsewhere.has(field.kind) || value.trim() === '') return []
  return pages.slice(0, mostPages).flatMap((words, page) =>
    linesOf(words).flatMap(line =>
      line.flatMap((_, at) => {
        const run = kindOf(field).digits ? runThatIs(field, value, line.slice(at), languages) : runThatReads(value, line.slice(at))
        if (!run) return []
        const ends = endOf(run, value)
        const printed = textOf(run)
        return [{ page, on: words, box: boxOf(run), words: run.length, text: ends ? printed.slice(0, -ends.length) : printed, ends }]
      }),
    ),
  )
}

/** The first words of these that read like a value, whatever their case and their signs; null where they do not. */
function runThatReads(value: string, words: readonly Word[]): readonly Word[] | null {
  const wanted = letters(value)
  let read = ''
  // A line of a form that was read as a letter belongs to no value.
  if (words.length === 0 || letters(words[0]!.text) === '') return null
  for (let count = 1; count <= Math.min(mostWords, words.length); count++) {
    read += letters(words[count - 1]!.text)
    if (wanted === '' || !wanted.startsWith(read)) return null
    if (read === wanted) return words.slice(0, count)
  }
  return null
}

/** The first words of these that are kept as this value. */
function runThatIs(field: Field, value: string, words: readonly Word[], languages: readonly string[]): readonly Word[] | null {
  for (let count = 1; count <= Math.min(4, words.length); count++) {
    const run = words.slice(0, count)
    const text = textOf(run)
    if (!/\d/.test(text)) continue
    const checked = checkValue(field, text, languages)
    if (checked.ok && checked.value === value) return run
  }
  return null
}

const endOf = (run: readonly Word[], value: string): string | null => {
  const end = run.at(-1)!.text.slice(-1)
  return /[,;:.]/.test(end) && !value.endsWith(end) ? end : null
}

const middle = (box: Box) => box.y + box.height / 2
/** Values of a column may begin or end at one line. */
const near = (one: Standing, other: Standing) =>
  one.page === other.page &&
  Math.abs(middle(one.box) - middle(other.box)) < above &&
  Math.min(Math.abs(one.box.x - other.box.x), Math.abs(one.box.x + one.box.width - other.box.x - other.box.width)) < aside

/**
 * Where values stand on most of these documents, the usual layout first; none where they are too few, or stand here and there.
 * @param standings of each document, all places where its value stands
 */
function layoutsOf(standings: readonly (readonly Standing[])[]): Place[] {
  const groups: Standing[][] = []
  let left = standings.filter(own => own.length)
  const fewest = left.length * mostly
  while (groups.length < mostLayouts) {
    const group = largestGroup(left)
    if (group.length < fewestDocuments - 1) break
    groups.push(group)
    left = left.filter(own => !own.some(one => group.includes(one)))
  }
  return groups.flat().length < fewest ? [] : groups.map(placeOf)
}

/** The standings of as many documents as possible, one of each, that are near one of them. */
function largestGroup(standings: readonly (readonly Standing[])[]): Standing[] {
  let largest: Standing[] = []
  for (const centre of standings.flat()) {
    const members = standings.flatMap(own => own.find(one => near(one, centre)) ?? [])
    if (members.length > largest.length) largest = members
  }
  return largest
}

function placeOf(group: readonly Standing[]): Place {
  const left = Math.min(...group.map(({ box }) => box.x))
  const ends = group[0]!.ends
  const top = Math.min(...group.map(({ box }) => box.y))
  const box = {
    x: left,
    y: top,
    width: Math.max(...group.map(({ box }) => box.x + box.width)) - left,
    height: Math.max(...group.map(({ box }) => box.y + box.height)) - top,
  }
  const print = printAround(box, group)
  const [like, ...others] = new Set(group.map(({ text }) => patternLike(text)))
  return {
    page: group[0]!.page,
    box,
    words: Math.max(...group.map(({ words }) => words)),
    ...(ends && group.every(one => one.ends === ends) ? { ends } : {}),
    ...(print.length ? { print } : {}),
    ...(like !== undefined && like !== anyText && others.length === 0 ? { like } : {}),
  }
}

/** What is printed about a place on most documents beside the values: captions, and lines of a form that were read as letters. */
function printAround(box: Box, standings: readonly Standing[]): string[] {
  const counts = new Map<string, number>()
  for (const { on, box: own } of standings) for (const text of printBeside(box, own, on)) counts.set(text, (counts.get(text) ?? 0) + 1)
  return [...counts].flatMap(([text, count]) => (count >= standings.length * mostly ? [text] : [])).sort()
}

/** What a field would read there; null where nothing fits it. */
function readAt(field: Field, layouts: readonly Place[], pages: Example['pages'], languages: readonly string[]): string | null {
  const found = valueAt(field, layouts, pages, languages)
  const checked = found && checkValue(field, found.text, languages)
  return checked?.ok ? checked.value : null
}

/**
 * Learns where a field's values stand: from documents on which people gave them, while the rubric's own sources had
 * nothing, or something else. Measured on all of them, each left out of what is learned while it is asked.
 * @param examples the documents of one type, the newest first
 * @returns null where people gave too few values that stand on their pages, or these stand here and there
 */
export function learnPlace(field: Field, examples: readonly Example[], languages: readonly string[]): LearnedPlace | null {
  const standings = examples.map(one => standingsOf(field, one.value, one.pages, languages))
  const taught = (left: number | null) => standings.filter((_, at) => at !== left && examples[at]!.taught)
  const given = taught(null).filter(own => own.length).length
  // Where the rubric itself finds most values, people who put a few right teach no other place.
  if (given < fewestDocuments || given < examples.length / 3) return null
  const layouts = layoutsOf(taught(null))
  if (layouts.length === 0) return null
  const measured: Measured = { documents: examples.length, right: 0, wrong: 0, open: 0 }
  for (const [at, { value, pages }] of examples.entries()) {
    const read = readAt(field, layoutsOf(taught(at)), pages, languages)
    if (read === null) measured.open++
    else if (letters(read) === letters(value)) measured.right++
    else measured.wrong++
  }
  return { layouts, measured }
}

/** Whether the machine looks there: it was right often enough. */
export const placeSpeaks = (place: LearnedPlace): boolean => maySpeak(place.measured, mostWrong)
