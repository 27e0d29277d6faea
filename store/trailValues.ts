import { createHash, randomBytes } from 'node:crypto'
import { json, type Sql, type Tx } from './database'

/** What a line of the trail holds in place of a document's value: the digest of the value behind its salt. */
export interface KeptValue {
  digest: string
}

/** The name among values of the record that a look-up chose; no field can have it. */
export const chosenRecord = 'record chosen'

/** What a value that was let go of is shown as. */
export const goneValue = '(blacked out)'

const digestOf = (salt: Buffer, value: string) => createHash('sha256').update(salt).update(value).digest('base64url')

/**
 * Keeps values of a document where they can be let go of, and gives what the trail keeps of each; a value that several of
 * these sets have under one name is kept once.
 */
export async function keepValues(
  tx: Tx,
  document: number,
  ...sets: Readonly<Record<string, string>>[]
): Promise<Record<string, KeptValue>[]> {
  const rows = new Map<string, { digest: string; field: string; salt: string; value: string }>()
  const kept = sets.map(set =>
    Object.fromEntries(
      Object.entries(set).map(([field, value]) => {
        const key = JSON.stringify([field, value])
        const salt = randomBytes(16)
        const row = rows.get(key) ?? { digest: digestOf(salt, value), field, salt: salt.toString('hex'), value }
        rows.set(key, row)
        return [field, { digest: row.digest }]
      }),
    ),
  )
  if (rows.size)
    await tx`
      insert into trail_values (digest, document_id, field, salt, value)
      select digest, ${document}, field, decode(salt, 'hex'), value
      from jsonb_to_recordset(${json(tx, [...rows.values()])}) as one (digest text, field text, salt text, value text)`
  return kept
}

/** Lines with their values in place of the digests; those that were let go of say that. */
export async function withValues<L extends { old: unknown; new: unknown }>(sql: Tx, lines: readonly L[]): Promise<L[]> {
  const digests = lines.flatMap(line => [...digestsIn(line.old), ...digestsIn(line.new)])
  if (!digests.length) return [...lines]
  const rows = await sql<{ digest: string; value: string }[]>`select digest, value from trail_values where digest = any(${digests})`
  const values = new Map(rows.map(({ digest, value }) => [digest, value]))
  const told = (side: unknown): unknown =>
    isRecord(side)
      ? Object.fromEntries(Object.entries(side).map(([id, one]) => [id, isKept(one) ? (values.get(one.digest) ?? goneValue) : one]))
      : side
  return lines.map(line => ({ ...line, old: told(line.old), new: told(line.new) }))
}

const isRecord = (side: unknown): side is Record<string, unknown> => typeof side === 'object' && side !== null && !Array.isArray(side)
const isKept = (one: unknown): one is KeptValue => isRecord(one) && typeof one.digest === 'string'
const digestsIn = (side: unknown): string[] =>
  isRecord(side)
    ? Object.values(side)
        .filter(isKept)
        .map(({ digest }) => digest)
    : []

/**
 * Lets values of a document go for good, and those of documents of its batch that are no more, in which its pages may have been.
 * Gives their digests, for the line that says so.
 */
export async function letValuesGo(
  tx: Tx,
  { id, batch }: { id: number; batch: number },
  hidden: (field: string, value: string, own: boolean) => boolean,
): Promise<string[]> {
  const rows = await tx<{ digest: string; field: string; value: string; own: boolean }[]>`
    select digest, field, value, document_id = ${id} as own
    from trail_values
    where document_id = ${id} or document_id in (
      select document_id from trail
      where batch_id = ${batch} and not exists (select 1 from documents where documents.id = trail.document_id))
    order by digest`
  const gone = rows.filter(({ field, value, own }) => hidden(field, value, own)).map(({ digest }) => digest)
  if (gone.length) await tx`delete from trail_values where digest = any(${gone})`
  return gone
}

/** The line that says which values were let go of. */
export const letGo = 'let values go'

/** What is wrong with the values that lines tell of, in words: one was changed, or is gone without a line that says so. */
export async function faultOfValues(sql: Sql): Promise<string | null> {
  const [changed] = await sql<{ document: number }[]>`
    select document_id as document from trail_values
    where digest <> rtrim(translate(encode(sha256(salt || convert_to(value, 'UTF8')), 'base64'), '+/', '-_'), '=')
    limit 1`
  if (changed) return `A value that the trail tells of, of document ${changed.document}, is not the one that was kept.`
  const [missing] = await sql<{ id: number }[]>`
    with told as (
      select trail.id, one.value->>'digest' as digest
      from trail
      cross join lateral (values (old), (new)) as side (said)
      cross join lateral jsonb_each(case when jsonb_typeof(said) = 'object' then said else '{}' end) as one
      where what in ('enter', 'confirm', 'look up') and jsonb_typeof(one.value) = 'object'
    ), known as (
      select digest from trail_values
      union all
      select jsonb_array_elements_text(new->'values') from trail where what = ${letGo}
    )
    select told.id
    from told
    left join known using (digest)
    where told.digest is not null and known.digest is null
    limit 1`
  return missing ? `A value that line ${missing.id} of the trail tells of is gone, and no line says why.` : null
}
