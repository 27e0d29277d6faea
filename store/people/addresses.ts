import type { AddressView } from '../../core/model/views'
import type { Sql } from '../database'

/** Adds somebody to the address book, or notes the newer name. */
export async function addAddress(sql: Sql, entry: { name: string, mail: string, by: string | null }): Promise<void> {
  await sql`
    insert into addresses (name, mail, added_by)
    values (${entry.name}, ${entry.mail}, ${entry.by})
    on conflict (lower(mail)) do update set name = excluded.name`
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
