import { log, said } from '../../log/log'
import { Office, type MailServer } from '../../core/model/office'
import { json, type Sql, type Tx } from '../database'
import { opened, seal } from '../seal'

const channel = 'rubricator_office'

/** The office's settings, without the mail server's password; the usual ones where nobody has set any. */
export async function findOffice(sql: Tx): Promise<Office & { mailPasswordKept: boolean }> {
  const [row] = await sql<{ settings: unknown; kept: boolean }[]>`select settings, mail_secret is not null as kept from office`
  return { ...Office.parse(row?.settings ?? {}), mailPasswordKept: row?.kept ?? false }
}

/** The office's mail server with its password; null where none is set up. @throws {Error} where another key sealed that */
export async function findMailServer(sql: Tx): Promise<MailServer | null> {
  const [row] = await sql<{ settings: unknown; mail_secret: unknown }[]>`select settings, mail_secret from office`
  const { mail } = Office.parse(row?.settings ?? {})
  return mail && row?.mail_secret != null ? { ...mail, password: String(opened(row.mail_secret)) } : mail
}

/** Keeps the office's settings, and tells every process; a mail password that is left out stays as it was, an empty one goes. */
export async function saveOffice(sql: Sql, { mail, ...office }: Office): Promise<void> {
  const { password, ...server } = mail ?? {}
  const kept = { ...office, mail: mail ? server : null }
  await sql.begin(async tx => {
    await tx`
      insert into office (settings, mail_secret) values (${json(tx, kept)}, ${password ? json(tx, seal(password)) : null})
      on conflict (single) do update
      set settings = excluded.settings, changed_at = now(),
        mail_secret = case when ${mail === null || password === ''} then null else coalesce(excluded.mail_secret, office.mail_secret) end`
    await tx`select pg_notify(${channel}, '')`
  })
}

/** Calls back with the office's settings, now and whenever they change. */
export async function followOffice(sql: Sql, heed: (office: Office) => void): Promise<void> {
  const look = async () => heed(await findOffice(sql))
  await look()
  await sql.listen(channel, () => {
    look().catch((error: unknown) => log.error(said(error), 'the office’s settings'))
  })
}
