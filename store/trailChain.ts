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
 * that lines tell of is the one that was kept, or was let go of by a line.
 * @param from begins behind this place, whose digest is believed; 0 is the whole chain
 * @param known a place that was told to people earlier; the chain must come through it
 */
export async function verifyTrail(
  sql: Sql,
  { from = 0, known = null, progress }: { from?: number; known?: ChainHead | null; progress?: (lines: number) => void } = {},
): Promise<Verified> {
  const [first] = from ? await sql<{ hash: Buffer }[]>`select hash from trail_chain where seq = ${from}` : []
  let before: Buffer = first?.hash ?? start
  let seq = first ? from : 0
  let lines = 0
  let met = known === null
  let fault: string | null = null
  const query = sql<{ seq: number; hash: Buffer; id: number; text: string | null }[]>`
    select seq, hash, trail_chain.trail_id as id, case when trail.id is not null then ${line(sql)} end as text
    from trail_chain
    left join trail on trail.id = trail_chain.trail_id
    where seq > ${seq}
    order by seq`
  for await (const rows of query.cursor(atOnce)) {
    for (const row of rows) {
      if (row.seq !== seq + 1) fault = `Place ${seq + 1} of the chain is gone.`
      else if (row.text === null) fault = `The line at place ${row.seq} is gone.`
      else {
        before = hashed(before, row.text)
        if (!before.equals(row.hash)) fault = `The line at place ${row.seq} is not the one that was written.`
        else if (known?.seq === row.seq) {
          met = before.toString('hex') === known.hash
          if (!met) fault = `The chain at place ${row.seq} is another one than was told.`
        }
      }
      if (fault) break
      seq = row.seq
      lines++
    }
    progress?.(lines)
    if (fault) break
  }
  if (!fault && !met) fault = `The chain ends before place ${known!.seq}, which was told: its end was cut off.`
  const [counts] = await sql<{ unchained: number; strange: number }[]>`
    select (select count(*)::int from trail_unchained) as unchained,
      (select count(*)::int from trail) - (select count(*)::int from trail_chain) - (select count(*)::int from trail_unchained) as strange`
  if (!fault && counts!.strange !== 0) fault = `${Math.abs(counts!.strange)} lines of the trail were put in or taken out beside the chain.`
  // Of all lines or none: which values belong to the newest lines alone would take as long to find out.
  if (!fault && from === 0) fault = await faultOfValues(sql)
  return { lines, unchained: counts!.unchained, head: seq ? { seq, hash: before.toString('hex') } : null, fault }
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
