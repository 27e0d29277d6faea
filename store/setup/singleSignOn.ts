import { SingleSignOn } from '../../core/model/singleSignOn'
import { json, type Tx } from '../database'
import { opened, seal } from '../seal'

/** The provider that vouches for people, with its secret; null where there is none. @throws {Error} where another key sealed that */
export async function findSingleSignOn(sql: Tx): Promise<SingleSignOn | null> {
  const [row] = await sql<{ settings: unknown; secret: unknown }[]>`select settings, secret from single_sign_on`
  if (!row) return null
  const settings = SingleSignOn.parse(row.settings)
  return row.secret === null ? settings : { ...settings, clientSecret: String(opened(row.secret)) }
}

/** Keeps the provider's settings; a secret that is left out stays as it was. */
export async function saveSingleSignOn(sql: Tx, { clientSecret, ...settings }: SingleSignOn): Promise<void> {
  const secret = clientSecret === undefined ? null : json(sql, seal(clientSecret))
  await sql`
    insert into single_sign_on (settings, secret) values (${json(sql, settings)}, ${secret})
    on conflict (single) do update
    set settings = excluded.settings, changed_at = now(), secret = coalesce(excluded.secret, single_sign_on.secret)`
}

/** Nobody is let in by it any more; whoever is in stays so until their session ends. */
export async function dropSingleSignOn(sql: Tx): Promise<void> {
  await sql`delete from single_sign_on`
}
