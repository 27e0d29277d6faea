import type { Field, ValueSource } from '../rubric/field'
import type { FieldValue } from '../model/ledger'
import { zoneBox, type Box } from '../model/zone'
import { fillTemplate } from '../name/template'
import { patternOf } from '../pattern/pattern'
import { boxOf } from '../text/exports'
import { findAll } from '../text/find'
import type { FillEvidence } from './evidence'
import { valueAt } from './learnedPlace'
import { cutFromAddress } from './cutAddress'
import { lookupParts } from './lookups'
import type { OthersLabels } from './printedLabels'
import { agreedRows } from './agreedRows'
import { findRows } from './tableRows'
import { ticksBeside, type MarkedBox, type Tick, type Ticks } from './ticked'

/** A value as it was read, before it is checked. `doubt` says why it is not to be taken, whatever it is. */
export interface Reading {
  raw: string
  from: FieldValue['from']
  confidence: number
  page?: number
  box?: Box
  repaired?: string
  doubt?: string
  /** What another reading made of single cells of a table. */
  others?: OtherCell[]
}

export interface OtherCell {
  row: number
  column: string
  value: string
}

/** The values of other fields of the document; null for one that has none. */
export type Others = (field: string) => { value: string; confidence: number } | null

const sureTick = 0.98
const doubtfulTick = 0.5

/**
 * What all sources of a field read, in the order in which they are tried. Where people found its values on other documents
 * comes before the first source that has to be read or supposed.
 */
export function* allReadings(field: Field, evidence: FillEvidence, others: Others, labels: OthersLabels): Generator<Reading> {
  const first = field.from.findIndex(source => !('barcode' in source))
  for (const [at, source] of field.from.entries()) {
    if (at === first) yield* learnedReadings(field, evidence)
    yield* readingsOf(field, source, evidence, others, labels)
  }
  if (first < 0) yield* learnedReadings(field, evidence)
}

/** What stands where people found a field's value on other documents. */
function* learnedReadings(field: Field, evidence: FillEvidence): Generator<Reading> {
  const learned = evidence.learned?.[field.id]
  if (!learned) return
  const { right, wrong } = learned.measured
  for (const pages of [evidence.pages, evidence.again ?? []]) {
    const found = valueAt(field, learned.layouts, pages, evidence.languages ?? [])
    if (!found) continue
    const { page, text, words } = found
    yield {
      raw: text,
      from: 'learned',
      confidence: Math.min(1, ...words.map(word => word.confidence)) * (right / (right + wrong)),
      ...placeOf(evidence, page, boxOf(words)),
    }
  }
}

/** What one source of a field reads, the likeliest first. */
function* readingsOf(field: Field, source: ValueSource, evidence: FillEvidence, others: Others, labels: OthersLabels): Generator<Reading> {
  if ('barcode' in source) {
    const raw = evidence.barcode[source.barcode]
    if (raw !== undefined) yield { raw, from: 'barcode', confidence: 1 }
  } else if ('value' in source) yield { raw: source.value, from: 'value', confidence: 1 }
  else if ('lookup' in source) {
    const { system, key } = lookupParts(source.lookup)
    const raw = evidence.records[system]?.[key]
    if (raw !== undefined) yield { raw, from: 'lookup', confidence: 1 }
  } else if ('file' in source) {
    const match = evidence.file ? patternOf(source.file).exec(evidence.file) : null
    const raw = match && (match.groups[field.id] ?? Object.values(match.groups)[0] ?? match.first ?? match.text)
    if (raw) yield { raw, from: 'file', confidence: 1 }
  } else if ('join' in source) yield* joinOf(source.join, evidence, others)
  else if ('ticked' in source) yield* ticksOf(field, zoneBox(source.ticked.zone), evidence)
  else if ('table' in source) {
    const read = (pages: FillEvidence['pages']) => findRows(pages, field.columns ?? [], source.table, evidence.languages ?? [])
    const found = agreedRows(read(evidence.pages), evidence.again ? read(evidence.again) : null)
    if (found) {
      const sure = found.rows.flatMap(row => Object.values(row.sure))
      const raw = JSON.stringify(found.rows.map(row => row.cells))
      const others = found.rows.flatMap((row, at) =>
        Object.entries(row.others ?? {}).map(([column, value]) => ({ row: at, column, value })),
      )
      yield { raw, from: 'table', confidence: Math.min(1, ...sure), ...placeOf(evidence, found.page, found.box), others }
    }
  } else {
    // A label that is none, on whichever page, comes last.
    const late: Reading[] = []
    for (const [page, words] of [...evidence.pages.entries(), ...(evidence.again ?? []).entries()]) {
      for (const found of findAll(words, source.text, () => labels(words, field))) {
        const { value: raw, confidence, repaired, cutFrom } = found
        const reading: Reading = {
          raw,
          from: 'text',
          confidence,
          ...placeOf(evidence, page, boxOf(found.words)),
          ...(repaired === undefined ? {} : { repaired }),
          ...(cutFrom === undefined ? {} : { doubt: `It is part of “${cutFrom}”.` }),
        }
        const cut = field.kind === 'email' ? cutFromAddress(words, found, 'near' in source.text ? source.text.near : '') : null
        const readings = cut === null ? [reading] : wholeAndCut(reading, cut)
        if (found.byChance) late.push(...readings)
        else yield* readings
      }
    }
    yield* late
  }
}

const wholeAndCut = (reading: Reading, cut: string): Reading[] =>
  [cut + reading.raw, reading.raw].map(raw => ({ ...reading, raw, doubt: `“${cut}” stands right before “${reading.raw}”` }))

function placeOf(evidence: FillEvidence, page: number, box: Box): Pick<Reading, 'page' | 'box'> {
  const number = evidence.numbers?.[page]
  const inches = (value: number) => Math.round(value * 1000) / 1000
  const { x, y, width, height } = box
  return {
    ...(number === undefined ? {} : { page: number }),
    box: { x: inches(x), y: inches(y), width: inches(width), height: inches(height) },
  }
}

/** A template of other fields' values and of the barcode's groups; nothing where one of them is missing. */
function* joinOf(template: string, evidence: FillEvidence, others: Others): Generator<Reading> {
  let confidence = 1
  const raw = fillTemplate(template, name => {
    if (name === 'pages') return String(evidence.pages.length)
    const other = others(name)
    if (other) confidence = Math.min(confidence, other.confidence)
    return other?.value ?? evidence.barcode[name] ?? null
  })
  if (raw !== null) yield { raw, from: 'join', confidence }
}

function* ticksOf(field: Field, zone: Box | null, evidence: FillEvidence): Generator<Reading> {
  const labels = field.kind === 'yes-no' ? [field.label] : (field.choices ?? [])
  for (const [page, boxes] of (evidence.boxes ?? []).entries()) {
    const { ticked, doubtful, none } = likelierTicks(labels, evidence, page, boxes, zone)
    if (ticked.length + doubtful.length + none.length === 0) continue
    const reading = (raw: string, { box }: Tick, doubt?: string): Reading => ({
      raw,
      from: 'ticked',
      confidence: doubt ? doubtfulTick : sureTick,
      ...placeOf(evidence, page, box),
      ...(doubt ? { doubt } : {}),
    })
    const faint = 'its box holds so little ink that it may be dirt'
    if (field.kind === 'yes-no') {
      if (doubtful[0]) yield reading('yes', doubtful[0], faint)
      else yield reading(ticked.length ? 'yes' : 'no', (ticked[0] ?? none[0])!)
    } else if (field.kind === 'choices' && doubtful.length === 0) {
      const unseen = labels.find(label => ![...ticked, ...none].some(tick => tick.words === label))
      const doubt = unseen === undefined ? undefined : `the box beside “${unseen}” was not found`
      if (ticked.length) yield reading(ticked.map(tick => tick.words).join('\n'), ticked[0]!, doubt)
    } else if (field.kind === 'choice' && ticked.length === 1 && doubtful.length === 0) yield reading(ticked[0]!.words, ticked[0]!)
    else {
      const several = ticked.length > 1 ? `${ticked.length} boxes are ticked` : null
      for (const tick of ticked) yield reading(tick.words, tick, several ?? 'another box may be ticked too')
      for (const tick of doubtful) yield reading(tick.words, tick, faint)
    }
    return
  }
}

/** By the words of the reading that knows more of the labels. */
function likelierTicks(
  labels: readonly string[],
  { pages, again }: FillEvidence,
  page: number,
  boxes: readonly MarkedBox[],
  zone: Box | null,
): Ticks {
  const count = ({ ticked, doubtful, none }: Ticks) => ticked.length + doubtful.length + none.length
  const first = ticksBeside(labels, pages[page] ?? [], boxes, zone)
  if (count(first) === labels.length || !again) return first
  const second = ticksBeside(labels, again[page] ?? [], boxes, zone)
  return count(second) > count(first) ? second : first
}
