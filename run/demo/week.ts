import { setTimeout as pause } from 'node:timers/promises'
import { documentsOf } from '../../standins/paper/part'
import { makeStack } from '../../standins/paper/stacks'
import type { Truth } from '../../standins/paper/truth'
import type { Sql } from '../../store/database'
import type { RunFile } from '../runFile'
import { dateBack, type When } from './dateBack'
import { asScans } from './scans'
import { OfficeClient, type BatchSeen } from './officeClient'

/** One batch of the demo's week: whose, of which paper, and how far it came. */
export interface Step {
  step: string
  person: string
  rubric: string
  stack: string
  seed: number
  documents: string
  /** As it is scanned; grey where nothing is said. */
  colour?: 'colour'
  /** `confirm`: each document's values are looked over and confirmed; `leave`: it waits for that. */
  then: 'confirm' | 'leave'
  /** When it was scanned; today, where nothing is said. */
  when?: When
}

const paper =
  (rubric: string, stack: string) =>
  (step: string, person: string, seed: number, documents: string, when?: When): Step => ({
    ...{ step, person, rubric, stack, seed, documents, when },
    then: 'confirm',
  })
const slips = paper('Landing slips', 'landing-slips')
const dues = paper('Dues statements', 'dues-statements')
const inspections = paper('Vessel inspections', 'vessel-inspections')
const letters = paper('Office letters', 'office-letters')
const permits = paper('Mooring permits', 'mooring-permits')

/**
 * As the days went by, since lists go by that; in small batches, so that whoever tries the demo meanwhile never waits for long.
 * Of each pile of slips the parts that the machine can do, but for two: hull numbers that the register does not know, or knows twice.
 */
const week: readonly Step[] = [
  slips('slips 1', 'Jowan', 22, '24-33', { daysAgo: 5, at: '09:15' }),
  slips('slips 2', 'Jowan', 22, '34-44', { daysAgo: 5, at: '16:20' }),
  slips('slips 3', 'Tamsin', 28, '24-33', { daysAgo: 5, at: '16:45' }),
  slips('slips 4', 'Tamsin', 21, '24-33', { daysAgo: 4, at: '09:05' }),
  slips('slips 5', 'Jowan', 29, '24-33', { daysAgo: 4, at: '11:00' }),
  slips('slips 6', 'Tamsin', 28, '34-44', { daysAgo: 4, at: '15:30' }),
  slips('slips 7', 'Tamsin', 30, '24-33', { daysAgo: 3, at: '08:45' }),
  slips('slips 8', 'Tamsin', 21, '34-44', { daysAgo: 3, at: '14:10' }),
  slips('slips 9', 'Jowan', 29, '34-44', { daysAgo: 3, at: '15:05' }),
  slips('slips 10', 'Jowan', 30, '34-44', { daysAgo: 2, at: '08:55' }),
  dues('dues 1', 'Jowan', 24, '1-4', { daysAgo: 2, at: '10:30' }),
  { ...inspections('inspections', 'Tamsin', 26, '1-3', { daysAgo: 2, at: '13:25' }), colour: 'colour' },
  slips('slips 11', 'Jowan', 21, '1-8', { daysAgo: 2, at: '16:10' }),
  slips('slips 12', 'Tamsin', 28, '1-11', { daysAgo: 1, at: '08:50' }),
  dues('dues 2', 'Tamsin', 23, '1-4', { daysAgo: 1, at: '11:20' }),
  slips('slips 13', 'Jowan', 22, '18-23', { daysAgo: 1, at: '14:35' }),
  { ...letters('to index', 'Jowan', 22, '1-3', { daysAgo: 1, at: '15:40' }), then: 'leave' },
  { ...permits('to fix', 'Tamsin', 4, '1-9'), then: 'leave' },
]
const notArrived = 'not arrived'
const printed = 'printed'
const restSeconds = 300

/**
 * Fills the demo with an office's work, by the way that a program takes: files handed in, values confirmed, documents
 * made and sent. What was done is kept, so that a restart goes on; it steps back while people's work is under way.
 */
export async function liveTheWeek(
  sql: Sql,
  run: Pick<RunFile, 'app' | 'api' | 'signIns'>,
  signal: AbortSignal,
  plan: readonly Step[] = week,
): Promise<void> {
  for (const { step } of [...plan, { step: notArrived }, { step: printed }])
    await sql`insert into demo_steps (step) values (${step}) on conflict do nothing`
  const rows = await sql<{ step: string; batch: number | null }[]>`select step, batch from demo_steps where done_at is null`
  const open = new Map(rows.map(row => [row.step, row.batch]))
  const done = (step: string) => sql`update demo_steps set done_at = now() where step = ${step}`
  for (const step of plan) {
    if (!open.has(step.step)) continue
    await untilQuiet(sql, signal)
    const batch = await liveOne(sql, new OfficeClient(run, step.person, signal), step, open.get(step.step) ?? null)
    if (step.when && (await comesToRest(sql, batch, signal))) await dateBack(sql, batch, step.when)
    await done(step.step)
  }
  if (open.has(notArrived)) {
    await untilQuiet(sql, signal)
    await new OfficeClient(run, 'Tamsin', signal).sendNowhere(await asScans('office-letters', 25, '2'))
    await done(notArrived)
  }
  if (open.has(printed)) {
    await new OfficeClient(run, 'Tamsin', signal).print('Letter to the berthing desk', await asScans('office-letters', 27, '1'))
    await done(printed)
  }
}

async function liveOne(sql: Sql, office: OfficeClient, step: Step, begun: number | null): Promise<number> {
  const batch = begun ?? (await office.begin(step.rubric))
  await sql`update demo_steps set batch = ${batch} where step = ${step.step}`
  // The same key is taken once, however often this is tried.
  await office.handIn(batch, step.step.replaceAll(' ', '-'), await asScans(step.stack, step.seed, step.documents, step.colour))
  const seen = await office.untilAsks(batch)
  if (step.then === 'confirm' && seen.state === 'to index') await confirmAll(office, seen, truthOf(step))
  return batch
}

const truthOf = ({ stack, seed, documents }: Step): Truth => documentsOf(makeStack(stack, seed), documents).truth

/** As a clerk does who has the paper at hand: what the machine found is confirmed, what it lacks is typed. */
async function confirmAll(office: OfficeClient, { documents }: BatchSeen, truth: Truth): Promise<void> {
  for (const [at, document] of documents.entries()) await office.confirm(document, truth.documents[at]?.fields ?? {})
}

/** Whether the machine is through with a batch before patience ends. */
async function comesToRest(sql: Sql, batch: number, signal: AbortSignal): Promise<boolean> {
  for (const end = Date.now() + restSeconds * 1000; Date.now() < end; await pause(500, undefined, { signal })) {
    const busy = await sql`
      select 1 from batches
      where id = ${batch} and (state in ('receiving', 'sorting', 'sending') or exists (
        select 1 from slips join documents on documents.id = document_id where batch_id = batches.id and slips.state = 'waiting'))`
    if (!busy.length) return true
  }
  return false
}

/** People's work comes first. */
async function untilQuiet(sql: Sql, signal: AbortSignal): Promise<void> {
  for (;;) {
    signal.throwIfAborted()
    const busy = await sql`
      select 1 from batches
      where state = 'sorting' or exists (select 1 from loads where batch_id = batches.id and state in ('asked', 'scanning'))
      limit 1`
    if (!busy.length) return
    await pause(2000, undefined, { signal })
  }
}
