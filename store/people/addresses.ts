import type { AddressView } from '../../shared/views/people'
import type { Sql } from '../database'

/** Adds somebody to the address book; the newer name counts only from whoever added them. Gives what stands there now. */
export async function addAddress(
  sql: Sql,
  entry: { name: string; mail: string; by: string | null },
): Promise<{ name: string; mail: string }> {
  await sql`
    insert into addresses (name, mail, added_by)
    values (${entry.name}, ${entry.mail}, ${entry.by})
    on conflict (lower(mail)) do update set name = excluded.name where addresses.added_by is not distinct from excluded.added_by`
  const [row] = await sql<{ name: string; mail: string }[]>`select name, mail from addresses where lower(mail) = lower(${entry.mail})`
  return row!
}

const most = 12

/** Entries whose name or address has this in it, those that begin with it first. */
export function findAddresses(sql: Sql, part: string): Promise<AddressView[]> {
  const plain = part.replace(/[\\%_]/g, letter => `\\${letter}`)
  return sql<AddressView[]>`
    select id, name, mail from addresses
    where name ilike ${`%${plain}%`} or mail ilike ${`%${plain}%`}
    order by name not ilike ${`${plain}%`}, name
    limit ${most}`
}
