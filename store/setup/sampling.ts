import { nextInspection, type DecidedLot, type EarlierLots } from '../../core/quality/plan'
import type { Inspection } from '../../core/model/verdict'
import type { Tx } from '../database'

/** A rubric's lots that a plan decided, the oldest first; after a steward had them sampled again, those since. */
export async function decidedLots(tx: Tx, rubric: string): Promise<EarlierLots> {
  const [resumed] = await tx<{ at: string }[]>`select at::text from sampling_resumed where rubric_id = ${rubric}`
  const lots = await tx<DecidedLot[]>`
    select (lot->>'accepted')::boolean as accepted, coalesce((lot->>'adds')::int, 0) as adds
    from batches
    where rubric_id = ${rubric} and lot->>'decidedAt' is not null and lot->>'inspection' <> 'suspended'
      and (${resumed?.at ?? null}::timestamptz is null or (lot->>'decidedAt')::timestamptz > ${resumed?.at ?? null})
    order by lot->>'decidedAt'`
  return { lots, resumed: resumed !== undefined }
}

/** How a rubric's next batch is inspected; null where its newest version has no plan for that. */
export async function inspectionOf(tx: Tx, rubric: string): Promise<Inspection | null> {
  const [check] = await tx<{ mode: string | null; reduced: boolean | null }[]>`
    select body->'check'->>'mode' as mode, (body->'check'->>'reduced')::boolean as reduced
    from rubric_versions where rubric_id = ${rubric} order by version desc limit 1`
  if (check?.mode !== 'plan') return null
  const { lots, resumed } = await decidedLots(tx, rubric)
  return nextInspection(lots, check.reduced ?? false, resumed)
}

/** Lets a rubric's batches pass by their samples again. */
export const resumeSampling = (tx: Tx, rubric: string, person: string, why: string) => tx`
  insert into sampling_resumed (rubric_id, person, why) values (${rubric}, ${person}, ${why})
  on conflict (rubric_id) do update set at = now(), person = excluded.person, why = excluded.why`
