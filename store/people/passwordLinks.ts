import { createHash, randomBytes } from 'node:crypto'
import type { Sql, Tx } from '../database'
import { setPassword } from './manage'

const holdsHours = 72
const digestOf = (link: string) => createHash('sha256').update(link).digest('hex')
const holds = (sql: Tx) => sql`(used_at is null and made_at > now() - make_interval(hours => ${holdsHours}))`

/** Makes a link by which a person sets a password, once, within three days; one made before it holds no longer. */
export async function makePasswordLink(tx: Tx, person: string, by: string): Promise<string> {
  await tx`delete from password_links where person = ${person} and used_at is null`
  const link = randomBytes(32).toString('base64url')
  await tx`insert into password_links (digest, person, made_by) values (${digestOf(link)}, ${person}, ${by})`
  return link
}

/** For whom a link is; null where it was used, is too old, or never was. */
export async function personOfLink(sql: Sql, link: string): Promise<{ id: string; name: string } | null> {
  const [row] = await sql<{ id: string; name: string }[]>`
    select people.id, people.name from password_links join people on people.id = person
    where digest = ${digestOf(link)} and ${holds(sql)} and deactivated_at is null`
  return row ?? null
}

/** Uses a link up and sets the password; false where it holds no longer. */
export async function usePasswordLink(sql: Sql, link: string, password: string): Promise<boolean> {
  return sql.begin(async tx => {
    const [row] = await tx<{ person: string }[]>`
      update password_links set used_at = now() where digest = ${digestOf(link)} and ${holds(tx)} returning person`
    if (!row) return false
    await setPassword(tx, row.person, password, null)
    return true
  })
}
