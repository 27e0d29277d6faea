import type { Tx } from '../database'
import { findDestination } from './destinations'
import { findDevice } from './devices'
import { findGrant } from './grants'
import { findOffice } from './office'
import { rightsOfRubric } from './rubricRights'
import { newestRubric } from './rubrics'
import { findSingleSignOn } from './singleSignOn'

/** What stewards set, as the trail keeps what it was and what it became; `name` is what people call it. */
export type SettingView = { name: string } & Record<string, unknown>

const one = async (rows: Promise<SettingView[]>): Promise<SettingView | null> => (await rows)[0] ?? null

/** How each kind of setting is read, by its identity. What is secret stands in these as it is kept: `server/settings.ts` hides it. */
export const settingKinds = {
  person: (sql: Tx, id: string) =>
    one(sql<SettingView[]>`
      select name, mail, roles, deactivated_at is null as "may come in", password_hash <> 'none' as "has a password",
        pin_digest is not null as "has a PIN", badge_digest is not null as "has a badge", totp_secret is not null as "has a second factor"
      from people where id = ${id}`),
  group: (sql: Tx, id: string) =>
    one(sql<SettingView[]>`
      select name,
        array(select people.name from group_members join people on people.id = person where group_id = groups.id order by 1) as people
      from groups where id = ${id}`),
  destination: async (sql: Tx, id: string) => {
    const [row, grant] = [await findDestination(sql, id), await findGrant(sql, id)]
    const options = row?.options as Record<string, unknown>
    return row && { name: row.name, connector: row.connector, in_order: row.in_order, 'signed in': grant?.by ?? null, ...options }
  },
  device: async (sql: Tx, id: string) => {
    const row = await findDevice(sql, id)
    return row && { name: row.name, address: row.address, certificate: row.certificate, printer: row.printer }
  },
  watched: (sql: Tx, id: string) =>
    one(sql<SettingView[]>`
      select path as name, subfolders, rubrics.name as rubric, after, paused
      from watched_folders join rubrics on rubrics.id = rubric_id
      where watched_folders.id = ${id} and removed_at is null`),
  token: (sql: Tx, id: string) =>
    one(sql<SettingView[]>`
      select tokens.name, people.name as "acts for", scopes from tokens join people on people.id = person
      where tokens.id = ${id} and ended_at is null`),
  webhook: (sql: Tx, id: string) =>
    one(sql<SettingView[]>`
      select webhooks.name, address, people.name as "as seen by", events from webhooks join people on people.id = person
      where webhooks.id = ${id} and ended_at is null`),
  rights: async (sql: Tx, id: string) => {
    const [rights, rubric] = [await rightsOfRubric(sql, id), await newestRubric(sql, id)]
    return rights && rubric && { ...rights, name: rubric.name }
  },
  sampling: (sql: Tx, id: string) =>
    one(sql<SettingView[]>`
      select rubrics.name, to_char(at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as "sampled again from", people.name as by, why
      from rubrics
      left join sampling_resumed on rubric_id = rubrics.id
      left join people on people.id = person
      where rubrics.id = ${id}`),
  rubric: async (sql: Tx, id: string) => {
    const row = await newestRubric(sql, id)
    return row && { name: row.name, version: row.version }
  },
  office: async (sql: Tx) => {
    const { name, ...office } = await findOffice(sql)
    return { ...office, name: name || 'The office' }
  },
  'single sign-on': async (sql: Tx) => {
    const settings = await findSingleSignOn(sql)
    return settings && { ...settings, name: settings.label }
  },
} satisfies Record<string, (sql: Tx, id: string) => Promise<SettingView | null>>
export type SettingKind = keyof typeof settingKinds
