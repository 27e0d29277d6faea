import type { BatchDetail } from '../../shared/views/batches'
import type { DeviceChoice } from '../../shared/views/devices'
import type { RubricChoice, RubricText, TryView } from '../../shared/views/rubrics'
import { documentsOf } from '../../standins/paper/part'
import { makeStack } from '../../standins/paper/stacks'
import { copyOf } from './batchCopy'
import { client, until } from './client'
import { emptyFeeder, putPaper } from './running'

/** The sample's paper. */
const seed = 4
const documents = '2-6'
export const { truth } = documentsOf(makeStack('mooring-permits', seed), documents)

/** Scans the sample: permits with one page to fix. `run/test.ts` does so once for all tests that want such a batch. */
export async function scanSample(): Promise<number> {
  const tamsin = await client('Tamsin')
  const rubrics = (await tamsin<RubricChoice[]>('GET', '/api/rubrics')).body
  const device = (await tamsin<DeviceChoice[]>('GET', '/api/devices')).body[0]!.id
  await emptyFeeder()
  await putPaper(seed, 'mooring-permits', { documents })
  const rubric = rubrics.find(one => one.name === 'Mooring permits')!.id
  const { id } = (await tamsin<{ id: number }>('POST', '/api/batches', { rubric, device })).body
  const show = async () => (await tamsin<BatchDetail>('GET', `/api/batches/${id}`)).body
  await until(show, batch => batch.loads[0]!.state === 'ended')
  await tamsin('POST', `/api/batches/${id}/complete`)
  await until(show, batch => batch.state === 'to fix')
  await readPagesOf(id, rubric)
  return id
}

/** Has its pages read, as a try of its rubric does: each copy would read the same ones again. */
async function readPagesOf(batch: number, rubric: string): Promise<void> {
  const piers = await client('Piers')
  const { body } = (await piers<RubricText>('GET', `/api/rubrics/${rubric}`)).body
  const { id } = (await piers<{ id: string }>('POST', '/api/tries', { body, batch })).body
  await until(
    async () => (await piers<TryView>('GET', `/api/tries/${id}`)).body,
    one => one.outcome !== null || one.trouble !== null,
  )
}

/** A batch of the sample's pages, for one test alone. */
export function sampleBatch(owner = 'Tamsin'): Promise<number> {
  return copyOf(Number(process.env.RUBRICATOR_SAMPLE), owner)
}
