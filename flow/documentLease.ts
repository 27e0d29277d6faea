import { notify } from '../store/changes'
import type { Sql, Tx } from '../store/database'
import type { Actor } from '../core/model/actor'
import type { Editor } from './editLock'

/** A lease that is not renewed lapses. */
const seconds = 45

/** Another person is at this document: two at once would undo each other's values. */
export class DocumentLeased extends Error {
  constructor(readonly holder: string) {
    super(`${holder} is at this document now. Go on with another one, or take it over.`)
  }
}

/** Who is at a document now. */
export async function holderOf(sql: Tx, document: number): Promise<Editor | null> {
  const [row] = await sql<Editor[]>`
    select people.id, people.name from document_leases join people on people.id = person
    where document_id = ${document} and until > now()`
  return row ?? null
}

/** Takes or renews a person's lease; with `over` from whoever has it. Gives who has it afterwards. */
export function leaseDocument(sql: Sql, document: { id: number; batch: number }, person: string, over: boolean): Promise<Editor> {
  return sql.begin(async tx => {
    const before = await holderOf(tx, document.id)
    await tx`
      insert into document_leases (document_id, person, until)
      values (${document.id}, ${person}, now() + ${`${seconds} seconds`}::interval)
      on conflict (document_id) do update set person = excluded.person, until = excluded.until
      where document_leases.person = excluded.person or document_leases.until <= now() or ${over}`
    const after = (await holderOf(tx, document.id))!
    if (before?.id !== after.id) await notify(tx, { about: 'batch', batch: document.batch, documents: [document.id] })
    return after
  })
}

export async function endLease(tx: Tx, document: number, person: string): Promise<boolean> {
  const gone = await tx`delete from document_leases where document_id = ${document} and person = ${person} returning 1`
  return gone.length > 0
}

/** Gives one's own lease of a document back. */
export async function leaveDocument(sql: Sql, document: { id: number; batch: number }, person: string): Promise<void> {
  await sql.begin(async tx => {
    if (await endLease(tx, document.id, person)) await notify(tx, { about: 'batch', batch: document.batch, documents: [document.id] })
  })
}

/** @throws {DocumentLeased} where another person is at the document; the machine works beside whoever is */
export async function refuseOthersAt(tx: Tx, actor: Actor, document: number): Promise<void> {
  if (actor.kind === 'worker') return
  const holder = await holderOf(tx, document)
  if (holder && holder.id !== actor.person) throw new DocumentLeased(holder.name)
}
