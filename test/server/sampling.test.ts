import { expect, it } from 'vitest'
import type { RubricChoice, SamplingView } from '../../shared/views/rubrics'
import type { TrailLine } from '../../shared/views/trail'
import { refusedBefore, underRubric } from '../product/batchCopy'
import { client } from '../product/client'
import { sampleBatch } from '../product/sample'

it('lets batches pass by their samples again once a steward says what was done, and only then', async () => {
  const piers = await client('Piers')
  const batch = await sampleBatch('Tamsin')
  await underRubric(batch, 'Sampled', { check: { mode: 'plan', aql: 4 } })
  const { id } = (await piers<RubricChoice[]>('GET', '/api/rubrics')).body.find(one => one.name === `Sampled ${batch}`)!
  const url = `/api/rubrics/${id}/sampling`
  const inspection = async () => (await piers<SamplingView>('GET', url)).body.inspection
  expect(await inspection()).toBe('normal')
  const early = await piers<{ message: string }>('POST', url, { why: 'a new form' })
  expect([early.status, early.body.message]).toEqual([409, 'Batches of this rubric pass by their samples already.'])

  await refusedBefore(batch, 7)
  expect(await inspection()).toBe('suspended')
  expect((await piers('POST', url, { why: ' ' })).status).toBe(400)
  expect((await piers('POST', url, { why: 'A new form since Monday' })).status).toBe(200)
  expect(await inspection()).toBe('tightened')
  const [line] = (await piers<TrailLine[]>('GET', '/api/trail?what=set%20up')).body
  expect(line).toMatchObject({ new: { of: `Sampled ${batch}`, by: 'Piers', why: 'A new form since Monday' } })
})
