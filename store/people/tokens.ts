import { createHash, randomBytes } from 'node:crypto'
import type { Person, Scope, TokenView } from '../../shared/views/people'
import type { Sql, Tx } from '../database'

const digestOf = (token: string) => createHash('sha256').update(token).digest('hex')

export interface NewToken {
  person: string
  name: string
  scopes: readonly Scope[]
}

/** Makes a token that acts for a person; it is told once, and only its digest is kept. */
export async function addToken(tx: Tx, asked: NewToken, token = randomBytes(32).toString('base64url')): Promise<string> {
  await tx`
    insert into tokens (person, name, digest, scopes) values (${asked.person}, ${asked.name}, ${digestOf(token)}, ${[...asked.scopes]})
    on conflict (digest) do nothing`
  return token
}

/** Makes a person's key for printing in the place of the one before, which ends. */
export function newPrintingKey(sql: Sql, person: string): Promise<string> {
  return sql.begin(async tx => {
    await tx`update tokens set ended_at = now() where person = ${person} and scopes = array['print'] and ended_at is null`
    return addToken(tx, { person, name: 'Printing', scopes: ['print'] })
  })
}

/** Whom a token acts for, and what it may; null where it is not known or was ended. */
export async function personByApiToken(sql: Sql, token: string): Promise<{ person: Person; token: string; scopes: Scope[] } | null> {
  const [row] = await sql<{ id: string; name: string; roles: Person['roles']; token: string; scopes: Scope[] }[]>`
    select people.id, people.name, people.roles, tokens.id as token, scopes
    from tokens
    join people on people.id = person
    where digest = ${digestOf(token)} and ended_at is null and deactivated_at is null`
  return row ? { person: { id: row.id, name: row.name, roles: row.roles }, token: row.token, scopes: row.scopes } : null
}

/** Every token, the newest first. */
export function listTokens(sql: Sql): Promise<TokenView[]> {
  return sql<TokenView[]>`
    select tokens.id, tokens.name, people.name as person, scopes, made_at as "madeAt", ended_at as "endedAt"
    from tokens
    join people on people.id = person
    order by made_at desc, tokens.id`
}

/** Ends a token for good. False where it is none, or was ended. */
export async function endToken(sql: Sql, id: string): Promise<boolean> {
  return (await sql`update tokens set ended_at = now() where id = ${id} and ended_at is null returning id`).length > 0
}
