import { createHash, randomBytes, randomInt } from 'node:crypto'
import type { Person } from '../../shared/views/people'
import type { Sql } from '../database'

const codeMinutes = 15
const tapSeconds = 20

// Random enough that a plain digest keeps them; a code is short, but lives minutes and is locked out after a few tries.
const digest = (secret: string) => createHash('sha256').update(secret).digest('hex')

export interface PanelRow {
  id: string
  device_id: string
  device: string
  address: string
  certificate: string | null
}

/** A code with which a screen becomes the panel of a device; the one before no longer holds. */
export async function newPanelCode(sql: Sql, device: string): Promise<string> {
  const code = String(randomInt(1_000_000)).padStart(6, '0')
  await sql`
    insert into panels (device_id, code_hash, code_until)
    values (${device}, ${digest(code)}, now() + make_interval(mins => ${codeMinutes}))
    on conflict (device_id) do update set code_hash = excluded.code_hash, code_until = excluded.code_until`
  return code
}

/** Pairs the screen that shows this code and gives its token; null where the code is none, or too old. */
export async function pairPanel(sql: Sql, code: string): Promise<{ id: string; token: string } | null> {
  const token = randomBytes(32).toString('base64url')
  const [paired] = await sql<{ id: string }[]>`
    update panels set token_hash = ${digest(token)}, code_hash = null, paired_at = now()
    where code_hash = ${digest(code)} and code_until > now()
    returning id`
  return paired ? { id: paired.id, token } : null
}

/** The panel that shows this token. */
export async function panelByToken(sql: Sql, token: string): Promise<PanelRow | null> {
  const [row] = await sql<PanelRow[]>`
    select panels.id, device_id, devices.name as device, devices.address, devices.certificate
    from panels
    join devices on devices.id = device_id
    where token_hash = ${digest(token)}`
  return row ?? null
}

/** When a device's panel was paired; null where it has none. */
export async function panelPairedAt(sql: Sql, device: string): Promise<string | null> {
  const [row] = await sql<{ paired_at: string | null }[]>`select paired_at from panels where device_id = ${device}`
  return row?.paired_at ?? null
}

/** Makes the panel of a device anybody's again. */
export async function unpairPanel(sql: Sql, device: string): Promise<void> {
  await sql`update panels set token_hash = null, code_hash = null, paired_at = null where device_id = ${device}`
}

/** Notes the key of the badge reader beside a device's panel. */
export async function setReaderKey(sql: Sql, device: string, key: string): Promise<void> {
  await sql`
    insert into panels (device_id, reader_hash) values (${device}, ${digest(key)})
    on conflict (device_id) do update set reader_hash = excluded.reader_hash`
}

/** The panel whose badge reader has this key. */
export async function panelOfReader(sql: Sql, key: string): Promise<string | null> {
  const [row] = await sql<{ id: string }[]>`select id from panels where reader_hash = ${digest(key)}`
  return row?.id ?? null
}

/** Somebody held their badge to a panel's reader: they are signed in there as soon as the panel asks, if it asks soon. */
export async function noteTap(sql: Sql, panel: string, person: string): Promise<void> {
  await sql`
    insert into badge_taps (panel_id, person) values (${panel}, ${person})
    on conflict (panel_id) do update set person = excluded.person, tapped_at = now()`
}

/** Who held their badge to this panel's reader just now; asked once. */
export async function takeTap(sql: Sql, panel: string): Promise<Person | null> {
  const [row] = await sql<Person[]>`
    with taken as (delete from badge_taps where panel_id = ${panel} returning person, tapped_at)
    select people.id, name, roles
    from taken
    join people on people.id = taken.person
    where tapped_at > now() - make_interval(secs => ${tapSeconds})`
  return row ?? null
}
