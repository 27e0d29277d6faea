import { lastSeconds, type Grant, type Tokens } from '../../core/model/grant'
import { json, type Sql, type Tx } from '../database'
import { opened, seal } from '../seal'
import { findDestination, type DestinationRow } from './destinations'

type Kept = Pick<Tokens, 'access' | 'refresh'>

/** Keeps what a person's sign-in gave for a destination, in the place of what was. */
export async function putGrant(tx: Tx, destination: string, person: string, { seconds, ...tokens }: Tokens): Promise<void> {
  await tx`
    insert into grants (destination_id, person, tokens, until)
    values (${destination}, ${person}, ${json(tx, seal(tokens))}, now() + ${seconds} * interval '1 second')
    on conflict (destination_id) do update
    set person = excluded.person, tokens = excluded.tokens, until = excluded.until, granted_at = now()`
}

/** Who signed in at a destination, and when; null where nobody did. */
export async function findGrant(tx: Tx, destination: string): Promise<{ by: string; at: string } | null> {
  const [row] = await tx<{ by: string; at: string }[]>`
    select people.name as by, granted_at as at from grants join people on people.id = person where destination_id = ${destination}`
  return row ?? null
}

/** Forgets a sign-in; false where there was none. */
export async function removeGrant(tx: Tx, destination: string): Promise<boolean> {
  return (await tx`delete from grants where destination_id = ${destination} returning 1`).length > 0
}

/** A destination's grant, as its connector works with it. */
const grantOf = (sql: Sql, destination: string): Grant => ({
  async now() {
    const [row] = await sql<{ tokens: unknown; holds: boolean }[]>`
      select tokens, until > now() + ${lastSeconds} * interval '1 second' as holds from grants where destination_id = ${destination}`
    return row ? { access: (opened(row.tokens) as Kept).access, holds: row.holds } : null
  },
  async renew(ask) {
    return sql.begin(async tx => {
      const [row] = await tx<{ tokens: unknown; holds: boolean }[]>`
        select tokens, until > now() + ${lastSeconds} * interval '1 second' as holds from grants
        where destination_id = ${destination}
        for update`
      const kept = row && (opened(row.tokens) as Kept)
      if (kept && row.holds) return kept.access
      const { seconds, ...next } = await ask(kept?.refresh ?? null)
      // Whoever gives no new one lets the old one stand (RFC 6749, 6).
      const tokens = { ...next, refresh: next.refresh ?? kept?.refresh ?? null }
      await tx`
        update grants set tokens = ${json(tx, seal(tokens))}, until = now() + ${seconds} * interval '1 second'
        where destination_id = ${destination}`
      return next.access
    })
  },
  async refused() {
    await sql`update grants set until = now() where destination_id = ${destination}`
  },
})

/** A destination with its grant, as it is opened; null where there is none of this id. */
export async function destinationToOpen(sql: Sql, id: string): Promise<(DestinationRow & { grant: Grant }) | null> {
  const row = await findDestination(sql, id)
  return row && { ...row, grant: grantOf(sql, id) }
}
