import { describe, expect, it } from 'vitest'
import { strainOf, waitingWords } from '../../core/quality/waiting'
import { noteCrossing, toldOf, waitingByRubric } from '../../store/batches/strain'
import { addPerson } from '../../store/people/people'
import { rightsOfRubric, setRightsOfRubric } from '../../store/setup/rubricRights'
import { batch, newBatch, ownDatabase, owner, rubric, sql } from './harness'

ownDatabase()

const waiting = (fix: number, index = 0, late = 0) => ({ fix, index, check: 0, oldestHours: 1, late })

describe('a rubric’s limit', () => {
  it('is near from so many on or where work waits too long, and reached at the most', () => {
    const limits = { waiting: 12, warnAt: 9, hours: 48 }
    expect([strainOf(waiting(8), limits), strainOf(waiting(2, 7), limits), strainOf(waiting(5, 7), limits)]).toEqual([
      'fine',
      'near',
      'full',
    ])
    expect([strainOf(waiting(1, 0, 1), limits), strainOf(waiting(99), undefined), strainOf(waiting(99), { hours: 1 })]).toEqual([
      'near',
      'fine',
      'fine',
    ])
    expect(waitingWords(waiting(2, 7, 1), limits)).toBe('9 batches wait of at most 12: 2 to fix, 7 to index. 1 batch longer than 48 hours.')
    expect(waitingWords(waiting(1), undefined)).toBe('1 batch waits: 1 to fix.')
  })

  it('counts what waits for people, by the rubric’s newest version', async () => {
    expect(await waitingByRubric(sql)).toEqual([])
    await sql`update rubric_versions set body = body || ${sql.json({ limits: { waiting: 2, hours: 5 } })}`
    await sql`update batches set state = 'to index', state_since = now() - interval '6 hours' where id = ${batch}`
    const of = async () => (await waitingByRubric(sql, rubric.id))[0]!
    expect(await of()).toMatchObject({ waiting: { fix: 0, index: 1, check: 0, late: 1 }, strain: 'near' })
    await sql`update batches set state = 'to check', state_since = now() where id = ${batch}`
    expect(await of()).toMatchObject({ waiting: { index: 0, check: 1, late: 0 }, strain: 'fine' })
    await sql`update batches set state = 'to fix' where id = ${await newBatch()}`
    expect((await of()).strain).toBe('full')
  })

  it('is told once for each crossing', async () => {
    const crossings = []
    for (const strain of ['fine', 'near', 'near', 'full', 'full', 'near', 'fine', 'near'] as const)
      crossings.push(await noteCrossing(sql, rubric.id, strain))
    expect(crossings).toEqual([false, true, false, true, false, false, false, true])
  })

  it('is told to those that it names, else to the stewards', async () => {
    await addPerson(sql, { name: 'Piers', password: 'right', pin: '7', badge: '8', roles: ['steward'] }, 'key')
    const names = async () => (await toldOf(sql, rubric.id)).map(one => one.name)
    expect(await names()).toEqual(['Piers'])
    await setRightsOfRubric(sql, rubric.id, { open: true, rights: [], told: [owner] })
    expect([await names(), (await rightsOfRubric(sql, rubric.id))!.told]).toEqual([['Tamsin'], [owner]])
  })
})
