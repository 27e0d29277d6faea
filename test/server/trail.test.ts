import { beforeAll, expect, it } from 'vitest'
import { trailDetail } from '../../app/words/trail'
import type { PersonView } from '../../shared/views/people'
import type { TrailLine } from '../../shared/views/trail'
import { client, type Client } from '../product/client'
import { running } from '../product/running'

let piers: Client
beforeAll(async () => {
  piers = await client('Piers')
})
/** The newest change of the set-up. */
const newest = async () => (await piers<TrailLine[]>('GET', '/api/trail?what=set%20up')).body[0]!

it('keeps of each setting what it was and what it became', async () => {
  const { id } = (await piers<{ id: string }>('POST', '/api/people', { name: 'Zennor', mail: 'zennor@saltmere.example', roles: ['clerk'] }))
    .body
  expect(await newest()).toMatchObject({ person: 'Piers', old: null, new: { of: 'Zennor', roles: ['clerk'], 'may come in': true } })
  const now = { name: 'Zennor', mail: 'zennor@saltmere.example', roles: ['clerk', 'checker'], active: true }
  expect((await piers('PUT', `/api/people/${id}`, now)).status).toBe(200)
  const line = await newest()
  expect(line).toMatchObject({ old: { roles: ['clerk'] }, new: { of: 'Zennor', roles: ['clerk', 'checker'] } })
  expect(line.old).not.toHaveProperty('mail')
  expect(trailDetail(line)).toBe('Zennor; roles: clerk → clerk, checker')
  expect((await piers('PUT', `/api/people/${id}`, { ...now, active: false })).status).toBe(200)
  expect(trailDetail(await newest())).toBe('Zennor; may come in: yes → no')

  const { body: people } = await piers<PersonView[]>('GET', '/api/people')
  const group = (await piers<{ id: string }>('POST', '/api/groups', { name: 'Trail’s end', people: [people[0]!.id] })).body
  expect((await piers('DELETE', `/api/groups/${group.id}`)).status).toBe(200)
  expect(await newest()).toMatchObject({ old: { name: 'Trail’s end', people: [people[0]!.name] }, new: { of: 'Trail’s end' } })
})

it('keeps nothing of what is secret but that it is another one', async () => {
  const options = { address: 'http://127.0.0.1:9/hook', secret: 'the first secret of all' }
  await piers('POST', '/api/destinations', { id: 'trailed', name: 'Trailed', connector: 'hook', options })
  expect(await newest()).toMatchObject({ new: { of: 'Trailed', address: options.address, secret: 'a secret' } })
  const change = { name: 'Trailed', options: { ...options, secret: 'the second secret of all' } }
  expect((await piers('PUT', '/api/destinations/trailed', change)).status).toBe(200)
  const line = await newest()
  expect([line.old, line.new]).toMatchObject([{ secret: 'a secret' }, { secret: 'another secret' }])
  expect((await piers('PUT', '/api/destinations/trailed', { ...change, name: 'Trailed on' })).status).toBe(200)
  expect(await newest()).toMatchObject({ old: { name: 'Trailed' }, new: { name: 'Trailed on' } })
  expect((await piers('DELETE', '/api/destinations/trailed')).status).toBe(200)
  const { body } = await piers<TrailLine[]>('GET', '/api/trail?what=set%20up')
  expect(JSON.stringify(body)).not.toMatch(/secret of all/)
  expect(JSON.stringify(body)).not.toContain(running().person('Piers').password)
})
