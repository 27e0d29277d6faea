import { expect, it } from 'vitest'
import type { Suggestion } from '../../core/learning/suggestion'
import type { BatchDetail } from '../../shared/views/batches'
import type { LearnedView, RubricChoice } from '../../shared/views/rubrics'
import { confirmedBy, learnNow, readAndFind, toIndex, underRubric } from '../product/batchCopy'
import { client } from '../product/client'
import { sampleBatch } from '../product/sample'

const field = { id: 'berth', label: 'Berth' }
const types = [{ id: 'mooring-permit', label: 'Permit', fields: [field] }]

it('suggests a rule for what people typed until that is dismissed; what was learned is shown and forgotten', async () => {
  const piers = await client('Piers')
  const batch = await sampleBatch('Tamsin')
  await underRubric(batch, 'Learned', { types, defaultType: 'mooring-permit', split: { rules: [] }, files: [] })
  await toIndex(batch, {}, [], 6)
  const { documents } = (await piers<BatchDetail>('GET', `/api/batches/${batch}`)).body
  for (const { position } of documents) await readAndFind(batch, position, `Berth ${10_000 + position} ashore`)
  await confirmedBy(batch, 'Tamsin', 'berth', position => String(10_000 + position))

  const { id } = (await piers<RubricChoice[]>('GET', '/api/rubrics')).body.find(one => one.name === `Learned ${batch}`)!
  const url = `/api/rubrics/${id}/suggestions`
  const [one, ...others] = (await piers<Suggestion[]>('GET', url)).body
  expect(others).toEqual([])
  expect(one).toMatchObject({
    change: { do: 'source', type: 'mooring-permit', field: 'berth', source: { text: { near: 'Berth', value: '\\d{5}' } } },
    before: { right: 0 },
    after: { right: documents.length, wrong: 0, open: 0 },
  })
  expect((await piers('POST', `${url}/dismiss`, { key: one!.key })).status).toBe(200)
  expect((await piers<Suggestion[]>('GET', url)).body).toEqual([])

  await learnNow(id)
  expect((await piers<LearnedView>('GET', `/api/rubrics/${id}/learned`)).body.places).toMatchObject([
    { type: 'mooring-permit', field: 'berth', layouts: [{ page: 0 }], speaks: true, measured: { right: documents.length, wrong: 0 } },
  ])
  const forget = { what: 'place', type: 'mooring-permit', field: 'berth' }
  expect((await piers('POST', `/api/rubrics/${id}/learned/forget`, forget)).status).toBe(200)
  expect((await piers<LearnedView>('GET', `/api/rubrics/${id}/learned`)).body.places).toEqual([])
  expect((await piers('POST', `/api/rubrics/${id}/learned/forget`, forget)).status).toBe(404)
})
