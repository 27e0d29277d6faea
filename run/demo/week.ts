import { setTimeout as pause } from 'node:timers/promises'
import { documentsOf } from '../../standins/paper/part'
import { makeStack } from '../../standins/paper/stacks'
import type { Truth } from '../../standins/paper/truth'
import type { Sql } from '../../store/database'
import type { RunFile } from '../product'
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
}

const slips = (step: string, person: string, seed: number, documents: string): Step => ({
  step,
  person,
  rubric: 'Landing slips',
  stack: 'landing-slips',
  seed,
  documents,
  then: 'confirm',
})

/** Small batches, so that whoever tries the demo meanwhile never waits for long. */
const week: readonly Step[] = [
  { step: 'to fix', person: 'Tamsin', rubric: 'Mooring permits', stack: 'mooring-permits', seed: 4, documents: '1-9', then: 'leave' },
  slips('slips 1', 'Jowan', 21, '1-11'),
  { step: 'to index', person: 'Jowan', rubric: 'Office letters', stack: 'office-letters', seed: 22, documents: '1-3', then: 'leave' },
  { step: 'dues 1', person: 'Tamsin', rubric: 'Dues statements', stack: 'dues-statements', seed: 23, documents: '1-4', then: 'confirm' },
  ...[2, 3, 4].map(number => slips(`slips ${number}`, 'Tamsin', 21, `${(number - 1) * 11 + 1}-${number * 11}`)),
  { step: 'dues 2', person: 'Jowan', rubric: 'Dues statements', stack: 'dues-statements', seed: 24, documents: '1-4', then: 'confirm' },
  {
    step: 'inspections',
    person: 'Tamsin',
    rubric: 'Vessel inspections',
    stack: 'vessel-inspections',
    seed: 26,
    documents: '1-3',
    colour: 'colour',
    then: 'confirm',
  },
  ...[1, 2, 3, 4].map(number => slips(`slips ${number + 4}`, 'Jowan', 22, `${(number - 1) * 11 + 1}-${number * 11}`)),
]
const notArrived = 'not arrived'
const printed = 'printed'

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
    await liveOne(sql, new OfficeClient(run, step.person, signal), step, open.get(step.step) ?? null)
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

async function liveOne(sql: Sql, office: OfficeClient, step: Step, begun: number | null): Promise<void> {
  const batch = begun ?? (await office.begin(step.rubric))
  await sql`update demo_steps set batch = ${batch} where step = ${step.step}`
  // The same key is taken once, however often this is tried.
  await office.handIn(batch, step.step.replaceAll(' ', '-'), await asScans(step.stack, step.seed, step.documents, step.colour))
  const seen = await office.untilAsks(batch)
  if (step.then === 'confirm' && seen.state === 'to index') await confirmAll(office, seen, truthOf(step))
}

const truthOf = ({ stack, seed, documents }: Step): Truth => documentsOf(makeStack(stack, seed), documents).truth

/** As a clerk does who has the paper at hand: what the machine found is confirmed, what it lacks is typed. */
async function confirmAll(office: OfficeClient, { documents }: BatchSeen, truth: Truth): Promise<void> {
  for (const [at, document] of documents.entries()) await office.confirm(document, truth.documents[at]?.fields ?? {})
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
