import { createHash } from 'node:crypto'
import type { ChainHead } from '../core/ledger/chain'
import { json, type Sql, type Tx } from './database'
import { faultOfValues } from './trailValues'

const chainLock = 7210
const atOnce = 5000

/** A line as it is hashed: JSON in PostgreSQL's own spelling of jsonb, which is always the same. */
const line = (
  sql: Tx,
) => sql`jsonb_build_array(trail.id, to_char(trail.at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US"Z"'), trail.actor,
  trail.person, trail.what, trail.batch_id, trail.document_id, trail.address, trail.old, trail.new)::text`

const hashed = (before: Buffer, text: string): Buffer => createHash('sha256').update(before).update(text).digest()

/** In front of the first line. */
const start = Buffer.alloc(32)

/** The last place of the chain; null while it is empty. */
export async function headOf(sql: Tx): Promise<ChainHead | null> {
  const [row] = await sql<ChainHead[]>`select seq, encode(hash, 'hex') as hash from trail_chain order by seq desc limit 1`
  return row ?? null
}

/** Chains lines that are committed, once each; one process at a time. Gives how many. */
export function chainTrail(sql: Sql): Promise<number> {
  return sql.begin(async tx => {
    const [row] = await tx<{ mine: boolean }[]>`select pg_try_advisory_xact_lock(${chainLock}) as mine`
    if (!row?.mine) return 0
    const head = await headOf(tx)
    const lines = await tx<{ id: number; text: string }[]>`
      select trail.id, ${line(tx)} as text
      from trail_unchained
      join trail on trail.id = trail_id
      where tx < pg_snapshot_xmin(pg_current_snapshot())
      order by trail.id
      limit ${atOnce}`
    let seq = head?.seq ?? 0
    let before: Buffer = head ? Buffer.from(head.hash, 'hex') : start
    const rows = lines.map(({ id, text }) => {
      before = hashed(before, text)
      return { seq: ++seq, trail_id: id, hash: before.toString('hex') }
    })
    if (!rows.length) return 0
    await tx`
      insert into trail_chain (seq, trail_id, hash)
      select seq, trail_id, decode(hash, 'hex')
      from jsonb_to_recordset(${json(tx, rows)}) as one (seq bigint, trail_id bigint, hash text)`
    await tx`delete from trail_unchained where trail_id = any(${rows.map(one => one.trail_id)})`
    return rows.length
  })
}

/** What looking the chain over came to. */
export interface Verified {
  lines: number
  /** Lines that were written a moment ago and are not chained yet. */
  unchained: number
  head: ChainHead | null
  /** What is wrong first, in words; null where all agrees. */
  fault: string | null
}

/**
 * Looks the chain over: that no line of it was changed, taken out or put in between; and, from its start, that each value
 * that lines tell of is the one that was kept, or was let go of by a line. Each place is held against the digest that is kept for
 * the one before it, so parts are looked over side by side.
 * @param from begins behind this place, whose digest is believed; 0 is the whole chain
 * @param part how many places are looked over in one go
 * @param known a place that was told to people earlier; the chain must come through it
 */
export async function verifyTrail(
  sql: Sql,
  {
    from = 0,
    known = null,
    part: atATime = 50_000,
    progress,
  }: { from?: number; known?: ChainHead | null; part?: number; progress?: (lines: number) => void } = {},
): Promise<Verified> {
  const begin = (await placeAt(sql, from))?.seq ?? 0
  const end = Math.max(begin, (await headOf(sql))?.seq ?? 0)
  const faults: Fault[] = []
  let [next, lines] = [begin, 0]
  const lane = async () => {
    while (next < end) {
      const part = { after: next, to: Math.min(end, next + atATime) }
      next = part.to
      const fault = await faultOfPart(sql, part)
      if (fault) {
        faults.push(fault)
        next = end
      } else progress?.((lines += part.to - part.after))
    }
  }
  await Promise.all(Array.from({ length: Math.min(mostLanes, sql.options.max) }, lane))
  const first = faults.sort((one, other) => one.place - other.place)[0]
  const last = first ? first.place - 1 : end
  let fault = first?.words ?? (known && (await faultOfKnown(sql, known)))
  const [counts] = await sql<{ unchained: number; strange: number }[]>`
    select (select count(*)::int from trail_unchained) as unchained,
      (select count(*)::int from trail) - (select count(*)::int from trail_chain) - (select count(*)::int from trail_unchained) as strange`
  if (!fault && counts!.strange !== 0) fault = `${Math.abs(counts!.strange)} lines of the trail were put in or taken out beside the chain.`
  // Of all lines or none: which values belong to the newest lines alone would take as long to find out.
  if (!fault && from === 0) fault = await faultOfValues(sql)
  return { lines: last - begin, unchained: counts!.unchained, head: await placeAt(sql, last), fault }
}

const mostLanes = 4

/** What is wrong, in words, and at which place. */
interface Fault {
  place: number
  words: string
}

async function placeAt(sql: Sql, seq: number): Promise<ChainHead | null> {
  const [row] = await sql<ChainHead[]>`select seq, encode(hash, 'hex') as hash from trail_chain where seq = ${seq}`
  return row ?? null
}

async function faultOfKnown(sql: Sql, { seq, hash }: ChainHead): Promise<string | null> {
  const place = await placeAt(sql, seq)
  if (!place) return `The chain ends before place ${seq}, which was told: its end was cut off.`
  return place.hash === hash ? null : `The chain at place ${seq} is another one than was told.`
}

/** What is wrong first behind a place and up to another. PostgreSQL makes the digests: fetching a row for each line takes longer. */
async function faultOfPart(sql: Sql, { after, to }: { after: number; to: number }): Promise<Fault | null> {
  const [span] = await sql<{ least: number; most: number; places: number }[]>`
    select coalesce(min(trail_id), 0) as least, coalesce(max(trail_id), 0) as most, count(*)::int as places
    from trail_chain
    where seq > ${after} and seq <= ${to}`
  const [wrong] = await sql<{ place: number; gone: boolean }[]>`
    with part as (
      select seq, hash, trail_id, coalesce(lag(hash) over (order by seq), ${start}::bytea) as before
      from trail_chain
      where seq >= ${after} and seq <= ${to}
    )
    select seq as place, trail.id is null as gone
    from part
    left join trail on trail.id = part.trail_id and trail.id >= ${span!.least} and trail.id <= ${span!.most}
    where seq > ${after} and (trail.id is null or hash <> sha256(before || convert_to(${line(sql)}, 'UTF8')))
    order by seq
    limit 1`
  const [missing] =
    span!.places === to - after
      ? []
      : await sql<{ place: number }[]>`
          select place from generate_series(${after + 1}::bigint, ${to}) as place
          where not exists (select 1 from trail_chain where seq = place)
          order by place
          limit 1`
  if (missing && !(wrong && wrong.place < missing.place))
    return { place: missing.place, words: `Place ${missing.place} of the chain is gone.` }
  if (!wrong) return null
  return { place: wrong.place, words: `The line at place ${wrong.place} is ${wrong.gone ? 'gone' : 'not the one that was written'}.` }
}

/** Keeps what the chain comes to today, once; null where that was done, or there is nothing. */
export async function headOfToday(sql: Sql): Promise<(ChainHead & { day: string }) | null> {
  const [row] = await sql<(ChainHead & { day: string })[]>`
    insert into trail_heads (day, seq, hash)
    select current_date, seq, hash from trail_chain order by seq desc limit 1
    on conflict (day) do nothing
    returning day::text, seq, encode(hash, 'hex') as hash`
  return row ?? null
}
