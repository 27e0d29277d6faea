import { z } from 'zod'
import type { PersonActing } from '../core/model/actor'
import { json, type Sql, type Tx } from '../store/database'
import { leaseDocument, refuseOthersAt } from './documentLease'
import { refuseOthers } from './inBatch'

/** What stands on an entry card, field by field, as it was typed. */
export const Typed = z.record(z.string().max(64), z.string().max(200_000))
export type Typed = z.infer<typeof Typed>

const firstPage = (tx: Tx, document: number) => tx`(select id from pages where document_id = ${document} order by page_order limit 1)`

/**
 * Keeps what somebody types, before it is right or whole, and renews their lease. It stays with the document's first page,
 * so that a batch that is split anew does not lose it. False where the document is no longer open, or somebody else's turn.
 * @throws {EditLocked} {DocumentLeased}
 */
export async function keepDraft(
  sql: Sql,
  actor: PersonActing,
  document: { id: number; batch: number },
  { typed, pass }: { typed: Typed; pass: number },
): Promise<boolean> {
  const kept = await sql.begin(async tx => {
    await refuseOthers(tx, actor, document.batch)
    await refuseOthersAt(tx, actor, document.id)
    const rows = await tx`
      insert into entry_drafts (page_id, person, pass, typed)
      select ${firstPage(tx, document.id)}, ${actor.person}, pass, ${json(tx, typed)}
      from documents where id = ${document.id} and state = 'open' and pass = ${pass}
      on conflict (page_id) do update set person = excluded.person, pass = excluded.pass, typed = excluded.typed, at = now()
      returning page_id`
    return rows.length > 0
  })
  if (kept) await leaseDocument(sql, document, actor.person, false)
  return kept
}

/** What was typed for a document and is not kept as values; of one that is keyed twice only one's own of this turn. */
export async function draftOf(sql: Tx, document: number, person: string, blind: boolean): Promise<Typed | null> {
  const [row] = await sql<{ typed: unknown }[]>`
    select typed from entry_drafts
    where page_id = ${firstPage(sql, document)}
      and (not ${blind} or (person = ${person} and pass = (select pass from documents where id = ${document})))`
  return row ? Typed.parse(row.typed) : null
}

/** Who typed something in other fields of a document's card than these, that is not kept as values; null where nobody did. */
export async function typistBeside(tx: Tx, document: number, fields: readonly string[]): Promise<string | null> {
  const [row] = await tx<{ name: string }[]>`
    select people.name
    from entry_drafts
    join people on people.id = entry_drafts.person
    where page_id = ${firstPage(tx, document)} and typed - ${[...fields]}::text[] <> '{}'`
  return row?.name ?? null
}

/** Takes these fields out of what was typed: they are kept as values now. What was not taken stays. */
export async function shortenDraft(tx: Tx, document: number, fields: readonly string[]): Promise<void> {
  await tx`update entry_drafts set typed = typed - ${[...fields]}::text[] where page_id = ${firstPage(tx, document)}`
}

export async function dropDraft(tx: Tx, document: number): Promise<void> {
  await tx`delete from entry_drafts where page_id = ${firstPage(tx, document)}`
}
