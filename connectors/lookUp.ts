import type { Grant } from '../core/model/grant'
import type { BusinessRecord, LookupAnswer } from '../core/model/lookup'
import { connectorNamed } from './index'

const most = 20
interface ToOpen {
  connector: string
  options: unknown
  grant?: Grant
}

/**
 * Asks a destination's records for the one that a value names. A system that cannot answer keeps nobody waiting:
 * its trouble is part of the answer, and a person may ask again.
 * @param destination null where none of this id is set up
 * @param valueOf the document's value of an index field
 */
export async function lookUp(destination: ToOpen | null, system: string, valueOf: (field: string) => string | null): Promise<LookupAnswer> {
  const nothing = { noun: 'record', field: '', value: null, records: [], chosen: null }
  if (!destination)
    return { ...nothing, trouble: `No destination "${system}" is set up, so nothing can be looked up there. Ask a steward to add it.` }
  const opened = connectorNamed(destination.connector).open(destination.options, destination.grant)
  try {
    if (!opened.lookup) return { ...nothing, trouble: `"${system}" has no records to look up. Ask a steward to correct the rubric.` }
    const { field, noun } = opened.lookup
    const value = valueOf(field)
    if (value === null) return { ...nothing, noun, field, trouble: null }
    try {
      const records = (await opened.lookup.find(value)).slice(0, most)
      return { noun, field, value, records, chosen: records.length === 1 ? records[0]!.id : null, trouble: null }
    } catch (error) {
      return { ...nothing, noun, field, value, trouble: error instanceof Error ? error.message : String(error) }
    }
  } finally {
    await opened.dispose()
  }
}

/**
 * Records that begin so, while somebody types. One who types is not kept waiting by a system that cannot be asked so, or
 * does not answer: there are none then.
 * @param field only where records are found by its value; null is any
 * @returns with the value by which each is looked up
 */
export async function recordsThatBegin(
  destination: ToOpen | null,
  field: string | null,
  part: string,
): Promise<(BusinessRecord & { key: string })[]> {
  if (!destination) return []
  const opened = connectorNamed(destination.connector).open(destination.options, destination.grant)
  try {
    const { lookup } = opened
    if (!lookup?.begin || (field !== null && field !== lookup.field)) return []
    return (await lookup.begin(part, mostBegun)).map(record => ({ ...record, key: record.values[lookup.key] ?? '' }))
  } catch {
    return []
  } finally {
    await opened.dispose()
  }
}
const mostBegun = 6
