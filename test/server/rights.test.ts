import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { BatchDetail } from '../../shared/views/batches'
import type { GroupView, PersonView } from '../../shared/views/people'
import type { RubricChoice, RubricRights, RubricText } from '../../shared/views/rubrics'
import { openDatabase } from '../../store/database'
import { acts, type Act } from '../../core/model/rights'
import { batchOf } from '../../store/people/rights'
import { program, until } from '../product/client'
import { running } from '../product/running'
import { sampleBatch } from '../product/sample'
import { named, send, signedIn, subjectOf, thingsOf, type Asking, type Things } from './askRoute'
import { routeTable, type TableRow } from './routeTable'

// Two rubrics: one that is everybody's, one that is for whom it names. The same batch stands under each.

const sql = openDatabase(running().database, 1)
const people: Record<string, Asking> = {}
const ids: Record<string, string> = {}
let rubric: string
let group: string
let open: Things
let closed: Things
const setRights = async (rights: RubricRights) => {
  expect((await people.Piers!.ask('PUT', `/api/rubrics/${rubric}/rights`, rights)).status).toBe(200)
}
const only = (right: Partial<RubricRights['rights'][number]>): RubricRights => ({
  open: false,
  rights: [{ person: null, group: null, acts: ['see'], types: null, ...right }],
  told: [],
})

beforeAll(async () => {
  for (const name of ['Tamsin', 'Jowan', 'Hedra', 'Piers']) people[name] = await signedIn(name)
  const { ask } = people.Piers!
  for (const one of (await ask<PersonView[]>('GET', '/api/people')).body) ids[one.name] = one.id
  const permits = (await ask<RubricChoice[]>('GET', '/api/rubrics')).body.find(one => one.name === 'Mooring permits')!
  const { body } = (await ask<RubricText>('GET', `/api/rubrics/${permits.id}`)).body
  const made = await ask<{ id: string }>('POST', '/api/rubrics', { body: { ...(body as object), name: 'Sealed permits' } })
  expect(made.status).toBe(201)
  rubric = made.body.id
  const added = await ask<{ id: string }>('POST', '/api/groups', { name: 'Permit desk', people: [ids.Jowan] })
  expect(added.status).toBe(201)
  group = added.body.id
  open = await thingsOf(people.Tamsin!.ask, await sampleBatch('Tamsin'))
  closed = await closedBatch()
  await setRights({ open: false, rights: [], told: [] })
})
afterAll(async () => {
  await setRights({ open: true, rights: [], told: [] })
  await sql.end()
})

/** A sample batch of Tamsin's under the rubric that is not everybody's. */
async function closedBatch(): Promise<Things> {
  const batch = await sampleBatch('Tamsin')
  const things = await thingsOf(people.Tamsin!.ask, batch)
  await sql`update batches set rubric_id = ${rubric}, rubric_version = 1 where id = ${batch}`
  return things
}

const ofThings = routeTable.filter(row => subjectOf(row))
const actOf = ({ facts: { may } }: TableRow): Act | null => (typeof may === 'object' && 'act' in may ? may.act : null)

describe('a rubric that names nobody', () => {
  it.each(named(ofThings))('%s is there for no role, not even for whoever scanned it', async (_, row) => {
    for (const name of ['Tamsin', 'Jowan', 'Hedra', 'Piers'])
      expect([name, (await send(people[name]!, row, closed)).status]).toEqual([name, 404])
  })

  it('leaves the other one as it is', async () => {
    for (const name of ['Tamsin', 'Hedra', 'Piers']) expect((await people[name]!.ask('GET', `/api/batches/${open.batch}`)).status).toBe(200)
  })

  it('is in no list, count, search or event', async () => {
    for (const name of ['Tamsin', 'Hedra']) {
      const { ask } = people[name]!
      const batches = (await ask<{ id: number }[]>('GET', '/api/batches')).body.map(one => one.id)
      expect(batches).toContain(open.batch)
      expect(batches).not.toContain(closed.batch)
      const asked = (await ask<{ questions: { batch: number }[]; count: number }>('GET', '/api/questions')).body
      expect(asked.questions.map(one => one.batch)).not.toContain(closed.batch)
      expect((await ask<{ count: number }>('GET', `/api/questions?batch=${closed.batch}`)).body.count).toBe(0)
      expect((await ask<{ id: number }[]>('GET', '/api/slips')).body.map(one => one.id)).not.toContain(closed.slip)
      expect((await ask<RubricChoice[]>('GET', '/api/rubrics')).body.map(one => one.id)).not.toContain(rubric)
      const found = await program(name)<{ documents: { id: number }[] }>('GET', '/documents?rubric=Sealed%20permits')
      expect(found.body.documents).toEqual([])
      expect((await ask('GET', `/api/rubrics/${rubric}/start`)).status).toBe(404)
      expect((await ask('POST', '/api/batches', { rubric })).status).toBe(404)
      expect((await program(name)('POST', '/batches', { rubric: 'Sealed permits' })).status).toBe(422)
    }
  })

  it('stays in a steward’s set-up, not among what they scan', async () => {
    const found = (await people.Piers!.ask<RubricChoice[]>('GET', '/api/rubrics')).body.find(one => one.id === rubric)
    expect(found?.mayScan).toBe(false)
  })
})

describe.each(['index', 'fix'] as const)('a group that may %s', act => {
  let things: Things
  beforeAll(async () => {
    await setRights({ open: true, rights: [], told: [] })
    things = await closedBatch()
    await setRights(only({ group, acts: [act] }))
  })

  it.each(named(ofThings))(
    '%s',
    async (_, row) => {
      const { status, words } = await send(people.Jowan!, row, things)
      const wanted = actOf(row)
      // To add to a batch of somebody else is to fix it.
      if (wanted === null || wanted === act || (wanted === 'scan' && act === 'fix')) expect([401, 403, 404]).not.toContain(status)
      else expect([status, words]).toEqual([403, expect.stringMatching(/^You may look at this, but not /)])
      expect((await send(people.Hedra!, row, things)).status).toBe(404)
    },
    30_000,
  )
})

it('at a panel everybody sees their own work only, whatever they may at a desk', async () => {
  await setRights({ open: true, rights: [], told: [] })
  const { batch } = await closedBatch()
  await setRights(only({ person: ids.Jowan!, acts: ['fix'] }))
  const jowan = { id: ids.Jowan!, name: 'Jowan', roles: ['clerk' as const] }
  expect(await batchOf(sql, jowan, 'batch', Number(batch))).toBe(batch)
  expect(await batchOf(sql, { ...jowan, atPanel: true }, 'batch', Number(batch))).toBeNull()
})

describe('a right to documents of one type', () => {
  beforeAll(async () => {
    await setRights({ open: true, rights: [], told: [] })
    closed = await closedBatch()
    await setRights(only({ person: ids.Jowan!, acts: ['see'], types: ['mooring-permit'] }))
  })

  it('opens them once they are filed, with their pages and files, and nothing else', async () => {
    const { ask } = people.Jowan!
    const status = async (path: string) => (await ask('GET', path)).status
    const paths = [`/api/documents/${closed.document}`, `/api/pages/${closed.page}/note`]
    for (const path of paths) expect(await status(path)).toBe(404)
    await sql`update documents set state = 'sent' where id = ${closed.document!}`
    for (const path of paths) expect(await status(path)).toBe(200)
    expect(await status(`/api/batches/${closed.batch}`)).toBe(404)
    const siblings = (await ask<{ id: number }[]>('GET', `${paths[0]!}/siblings`)).body
    expect(siblings.map(one => one.id)).toEqual([closed.document])
    const found = await program('Jowan')<{ documents: { id: number }[] }>('GET', '/documents?rubric=Sealed%20permits')
    expect(found.body.documents.map(one => one.id)).toEqual([closed.document])
    expect((await ask<{ id: number }[]>('GET', '/api/slips')).body.map(one => one.id)).toContain(closed.slip)
    // A rubric that is everybody's goes by owner and role, whatever was said of it before.
    await sql`update rubrics set open = true where id = ${rubric}`
    for (const path of paths) expect(await status(path)).toBe(404)
    await sql`update rubrics set open = false where id = ${rubric}`
    await sql`update documents set type = 'another' where id = ${closed.document!}`
    for (const path of paths) expect(await status(path)).toBe(404)
  })

  it('lets nobody scan, who would see the whole batch', async () => {
    const refused = await people.Piers!.ask(
      'PUT',
      `/api/rubrics/${rubric}/rights`,
      only({ group, acts: ['scan'], types: ['mooring-permit'] }),
    )
    expect(refused.status).toBe(400)
  })
})

describe('a group', () => {
  it('has a name of its own, and stays while a rubric names it', async () => {
    const { ask } = people.Piers!
    await setRights(only({ group, acts: [...acts] }))
    expect((await ask('POST', '/api/groups', { name: 'permit DESK', people: [] })).status).toBe(409)
    expect((await ask('PUT', `/api/groups/${group}`, { name: 'Permits', people: [ids.Jowan, ids.Hedra] })).status).toBe(200)
    const shown = (await ask<GroupView[]>('GET', '/api/groups')).body.find(one => one.id === group)
    expect(shown).toMatchObject({ name: 'Permits', rubrics: ['Sealed permits'] })
    const refused = await ask<{ message: string }>('DELETE', `/api/groups/${group}`)
    expect([refused.status, refused.body.message]).toEqual([409, 'Sealed permits says what it may do. Take it out there first, under Who.'])
  })
})

describe('handing over', () => {
  const batchOf = async (name: string, id: number) => (await people[name]!.ask<BatchDetail>('GET', `/api/batches/${id}`)).body

  it('gives a clerk’s work to another clerk, with a word why, and takes it from the first', async () => {
    const id = await sampleBatch('Tamsin')
    const given = await people.Tamsin!.ask('POST', `/api/batches/${id}/hand-over`, { person: ids.Jowan, why: 'Away until Thursday' })
    expect(given.status).toBe(200)
    expect((await people.Tamsin!.ask('GET', `/api/batches/${id}`)).status).toBe(404)
    expect(await batchOf('Jowan', id)).toMatchObject({ owner: 'Jowan', handed: { by: 'Tamsin', to: 'Jowan', why: 'Away until Thursday' } })
    const [line] = await sql<{ what: string; new: unknown }[]>`
      select what, new from trail where batch_id = ${id} order by id desc limit 1`
    expect(line).toEqual({ what: 'hand over', new: { person: ids.Jowan, why: 'Away until Thursday' } })
  })

  it('lets any of a group’s people take what waits for it', async () => {
    const id = await sampleBatch('Tamsin')
    expect((await people.Tamsin!.ask('POST', `/api/batches/${id}/hand-over`, { group, why: 'Holidays' })).status).toBe(200)
    expect(await batchOf('Jowan', id)).toMatchObject({ forGroup: 'Permits', owner: 'Tamsin' })
    const mine = await people.Jowan!.ask<{ id: number }[]>('GET', '/api/batches?mine=true')
    expect(mine.body.map(one => one.id)).toContain(id)
    expect((await people.Jowan!.ask('POST', `/api/batches/${id}/take-over`)).status).toBe(200)
    expect(await batchOf('Jowan', id)).toMatchObject({ forGroup: null, owner: 'Jowan' })
  })

  it('goes to nobody who may not work with the rubric', async () => {
    await setRights({ open: true, rights: [], told: [] })
    const { batch } = await closedBatch()
    await setRights({ open: false, rights: [{ person: ids.Tamsin!, group: null, acts: ['scan', 'fix'], types: null }], told: [] })
    const takers = await people.Tamsin!.ask<{ people: { name: string }[] }>('GET', `/api/batches/${batch}/takers`)
    expect(takers.body.people.map(one => one.name)).toEqual(['Tamsin'])
    const refused = await people.Tamsin!.ask('POST', `/api/batches/${batch}/hand-over`, { person: ids.Hedra, why: 'Holidays' })
    expect(refused.status).toBe(422)
  })

  it('is heard by whoever may see the batch, and by nobody else', async () => {
    await setRights({ open: true, rights: [], told: [] })
    const { batch } = await closedBatch()
    await setRights(only({ person: ids.Hedra!, acts: ['index'] }))
    const heard: Record<string, string> = { Hedra: '', Jowan: '' }
    const stop = new AbortController()
    for (const name of Object.keys(heard)) {
      const { api } = running()
      const answer = await fetch(`${api.base}/events`, { headers: { authorization: `Bearer ${api.tokens[name]!}` }, signal: stop.signal })
      const chunks = answer.body!.getReader()
      void (async () => {
        for (let next = await chunks.read(); !next.done; next = await chunks.read())
          heard[name] = `${heard[name]}${Buffer.from(next.value).toString()}`
      })().catch(() => undefined)
    }
    await sql`select pg_notify('rubricator_changes', ${JSON.stringify({ about: 'batch', batch })})`
    await sql`select pg_notify('rubricator_changes', ${JSON.stringify({ about: 'batch', batch: open.batch })})`
    await until(
      async () => heard.Hedra!,
      words => words.includes(`"id":${open.batch}`),
    )
    expect(heard.Hedra).toContain(`"id":${batch},`)
    expect(heard.Jowan).not.toContain(`"id":${batch},`)
    stop.abort()
  })
})
