import type { Actor } from '../../core/model/actor'
import type { FieldValue } from '../../core/model/ledger'
import { json, type Tx } from '../database'

/**
 * Adds what somebody, or the machine, said of a document's values; nothing of what was said before is changed.
 * @param final of fields that are keyed twice: it is what this person keyed
 */
export async function addEntry(
  tx: Tx,
  actor: Actor,
  document: number,
  fields: Readonly<Record<string, FieldValue>>,
  pass = 1,
  final = false,
): Promise<void> {
  await tx`
    insert into entries (document_id, pass, final, actor, person, fields)
    values (${document}, ${pass}, ${final}, ${actor.kind}, ${actor.kind === 'worker' ? null : actor.person}, ${json(tx, fields)})`
}

export interface Entry {
  pass: number
  final: boolean
  actor: Actor['kind']
  personId: string | null
  person: string | null
  fields: Record<string, FieldValue>
  enteredAt: string
}

/** Everything that was said of a document's values, in order. */
export function entriesOf(sql: Tx, document: number): Promise<Entry[]> {
  return sql<Entry[]>`
    select pass, final, actor, entries.person as "personId", people.name as person, fields, entered_at as "enteredAt"
    from entries
    left join people on people.id = entries.person
    where document_id = ${document}
    order by entries.id`
}
