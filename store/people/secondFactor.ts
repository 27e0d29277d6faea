import { Secret, TOTP } from 'otpauth'
import { json, type Sql, type Tx } from '../database'
import { opened, seal } from '../seal'

const stepSeconds = 30
/** A clock may be a step off either way (RFC 6238, 5.2). */
const window = 1

const generator = (secret: string, label = '') =>
  new TOTP({ issuer: 'Rubricator', label, secret: Secret.fromBase32(secret), period: stepSeconds })

/** Whether a person shows a second factor when they sign in. */
export async function hasSecondFactor(sql: Tx, person: string): Promise<boolean> {
  const found = await sql`select 1 from people where id = ${person} and totp_secret is not null`
  return found.length > 0
}

/** A new secret, which counts once a code of it was shown; its address for an authenticator (otpauth URI). */
export async function offerSecondFactor(sql: Sql, person: { id: string; name: string }): Promise<{ secret: string; address: string }> {
  const secret = new Secret({ size: 20 }).base32
  await sql`update people set totp_pending = ${json(sql, seal(secret))} where id = ${person.id}`
  return { secret, address: generator(secret, person.name).toString() }
}

/** Takes the offered secret, shown that its codes come out right; false where this one is wrong, or nothing was offered. */
export async function confirmSecondFactor(sql: Sql, person: string, code: string): Promise<boolean> {
  return sql.begin(async tx => {
    const [row] = await tx<{ pending: unknown }[]>`select totp_pending as pending from people where id = ${person} for update`
    const step = row?.pending ? stepOf(String(opened(row.pending)), code) : null
    if (step === null) return false
    await tx`update people set totp_secret = totp_pending, totp_pending = null, totp_step = ${step} where id = ${person}`
    return true
  })
}

/** Whether this code is right now and was not used before. */
export async function secondFactorFits(sql: Sql, person: string, code: string): Promise<boolean> {
  const [row] = await sql<{ secret: unknown }[]>`select totp_secret as secret from people where id = ${person}`
  const step = row?.secret ? stepOf(String(opened(row.secret)), code) : null
  if (step === null) return false
  // In one statement, so that of two at once one is let in.
  const used = await sql`
    update people set totp_step = ${step} where id = ${person} and (totp_step is null or totp_step < ${step}) returning 1`
  return used.length > 0
}

/** Takes a person's second factor away; whether there was one. */
export async function dropSecondFactor(sql: Sql, person: string): Promise<boolean> {
  const gone = await sql`
    update people set totp_secret = null, totp_pending = null, totp_step = null
    where id = ${person} and totp_secret is not null
    returning 1`
  return gone.length > 0
}

function stepOf(secret: string, code: string): number | null {
  const now = Date.now()
  const delta = generator(secret).validate({ token: code, timestamp: now, window })
  return delta === null ? null : Math.floor(now / 1000 / stepSeconds) + delta
}
