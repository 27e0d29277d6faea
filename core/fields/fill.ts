import { sumOf, type Field } from '../rubric/field'
import type { Candidate, Candidates, FieldValue } from '../model/ledger'
import type { Fields } from '../rubric/rubric'
import { withDigits } from '../text/repair'
import { fits } from './conditions'
import type { FillEvidence } from './evidence'
import { checkValue, type Checked } from './fieldValue'
import { kindOf } from './kinds'
import { rowsOf } from './kinds/table'
import { printedLabels, type OthersLabels } from './printedLabels'
import { allReadings, type OtherCell, type Reading } from './readings'

export interface Filled {
  fields: Record<string, FieldValue>
  /** What was read and not taken, by field; a field that has a value has none. */
  candidates: Candidates
  missing: string[]
}

/** Most candidates that are kept of a field. */
const mostCandidates = 5

interface Found {
  value: FieldValue | null
  candidates: Candidate[]
  /** Of a table: what another reading made of single cells. */
  others?: OtherCell[] | undefined
}

/**
 * Values for a document's fields: each field's sources in order, the first valid one that is sure enough wins.
 * @param labels where other fields' labels stand; those of the same fields unless it is said otherwise
 */
export function fillFields(type: Fields | null, evidence: FillEvidence, labels: OthersLabels = printedLabels(type?.fields ?? [])): Filled {
  const found = new Map<string, Found>()
  const under = new Set<string>()
  const byId = new Map((type?.fields ?? []).map(field => [field.id, field]))
  // A field that others are joined from is filled before them; one that is joined from itself stays empty.
  const fill = (id: string): Found | null => {
    const field = byId.get(id)
    if (!field || under.has(id)) return null
    const known = found.get(id)
    if (known) return known
    under.add(id)
    const filled = fillField(field, evidence, other => fill(other)?.value ?? null, labels)
    under.delete(id)
    found.set(id, filled)
    return filled
  }
  for (const id of byId.keys()) fill(id)
  for (const field of byId.values()) mendSum(field, found)
  for (const field of byId.values()) found.set(field.id, agreed(field, found))

  const fields: Filled['fields'] = {}
  const candidates: Candidates = {}
  for (const [id, { value, candidates: others }] of found) {
    if (value) fields[id] = value
    else if (others.length) candidates[id] = others.slice(0, mostCandidates)
  }
  return { fields, candidates, missing: missingFields(type, fields, waitingFor(type, candidates)) }
}

function fillField(field: Field, evidence: FillEvidence, others: (field: string) => FieldValue | null, labels: OthersLabels): Found {
  const given = evidence.given?.[field.id]
  if (given !== undefined) return { value: { value: given, from: 'panel', confidence: 1 }, candidates: [] }
  const candidates: Candidate[] = []
  for (const reading of allReadings(field, evidence, others, labels)) {
    const { checked, repaired } = checkedReading(field, reading, evidence)
    const { from, page, box } = reading
    const value: FieldValue = {
      value: checked.ok ? checked.value : reading.raw.trim(),
      from,
      confidence: Math.round(reading.confidence * 100) / 100,
      ...(page === undefined ? {} : { page }),
      ...(box ? { box } : {}),
      ...(repaired === undefined ? {} : { repaired }),
    }
    const why = reading.doubt ?? (checked.ok ? unfit(field, value, evidence) : checked.why)
    if (why === null) return { value, candidates: [], others: reading.others }
    if (value.value && !candidates.some(other => other.value === value.value)) candidates.push({ ...value, why })
  }
  return { value: null, candidates }
}

/** Checks a reading; where it fails, also with letters read as the digits that they look like, if only digits can stand there. */
function checkedReading(
  field: Field,
  { raw, repaired }: Reading,
  { languages }: FillEvidence,
): { checked: Checked; repaired?: string | undefined } {
  const checked = checkValue(field, raw, languages)
  if (checked.ok || (!kindOf(field).digits && field.check === 'none')) return { checked, repaired }
  const digits = withDigits(raw)
  const again = digits === raw ? checked : checkValue(field, digits, languages)
  return again.ok ? { checked: again, repaired: repaired ?? raw.trim() } : { checked, repaired }
}

/** Why a valid value is not taken; null where it is. */
function unfit(field: Field, { value, confidence }: FieldValue, { taken }: FillEvidence): string | null {
  if (confidence < field.sure)
    return `Read with ${Math.round(confidence * 100)} % sureness; ${field.label} wants ${Math.round(field.sure * 100)} %.`
  const other = field.unique ? taken?.(field.id, value) : null
  return other ? `${field.label}: ${other} has "${value}" already.` : null
}

/** Where one cell that two readings read differently explains why the sum does not agree, the other reading of it is taken. */
function mendSum(field: Field, found: Map<string, Found>): void {
  if (!field.equals) return
  const { table, column } = sumOf(field.equals)
  const [total, rows] = [found.get(field.id)?.value, found.get(table)]
  const sum = rows?.value ? columnSum(rows.value.value, column) : null
  if (!total || !rows?.value || sum === null) return
  const cells = rowsOf(rows.value.value)
  const short = scaled(total.value) - sum
  const other = rows.others?.find(one => one.column === column && scaled(one.value) - scaled(cells[one.row]?.[column] ?? '0') === short)
  if (short === 0 || !other) return
  cells[other.row] = { ...cells[other.row], [column]: other.value }
  found.set(table, { ...rows, value: { ...rows.value, value: JSON.stringify(cells) } })
}

/** A value that does not agree with the sum that it must equal waits for a person. */
function agreed(field: Field, found: ReadonlyMap<string, Found>): Found {
  const own = found.get(field.id) ?? { value: null, candidates: [] }
  const why = own.value && sumFault(field, own.value.value, id => found.get(id)?.value?.value ?? null)
  return own.value && why ? { value: null, candidates: [{ ...own.value, why }] } : own
}

/** Why a value does not agree with the sum of a column; null where it does or there is no such column yet. */
export function sumFault(field: Field, value: string, valueOf: (field: string) => string | null): string | null {
  if (!field.equals) return null
  const { table, column } = sumOf(field.equals)
  const kept = valueOf(table)
  if (kept === null) return null
  const sum = columnSum(kept, column)
  return sum === null || sum === scaled(value) ? null : `${field.label} is ${value}, and the rows add up to ${unscaled(sum)}.`
}

// In millionths, so that money adds up.
const scale = 1_000_000
const scaled = (number: string) => Math.round(Number(number) * scale)
const unscaled = (number: number) => String(Number((number / scale).toFixed(6)))

function columnSum(kept: string, column: string): number | null {
  const cells = rowsOf(kept).flatMap(row => row[column] ?? [])
  return cells.length ? cells.reduce((sum, cell) => sum + scaled(cell), 0) : null
}

/** The sum of a column of a kept table, as it is shown; null where no row has a value there. */
export function shownSum(kept: string, column: string): string | null {
  const sum = columnSum(kept, column)
  return sum === null ? null : unscaled(sum)
}

/** Fields whose only value does not agree with another, or is another document's: a person decides, whether it is required or not. */
function waitingFor(type: Fields | null, candidates: Candidates): string[] {
  return (type?.fields ?? []).filter(field => (field.equals ?? field.unique) && candidates[field.id]).map(field => field.id)
}

/** Ids of required fields without a value, and of those that wait for a person besides. */
export function missingFields(type: Fields | null, fields: Record<string, { value: string }>, waiting: readonly string[] = []): string[] {
  return (type?.fields ?? [])
    .filter(field => !fields[field.id] && (isRequired(field, fields) || waiting.includes(field.id)))
    .map(field => field.id)
}

/** Whether a field must have a value, by itself or because of what another one says. */
export function isRequired(field: Field, fields: Record<string, { value: string }>): boolean {
  return field.required || (field.requiredWhen !== undefined && fits(field.requiredWhen, fields))
}
