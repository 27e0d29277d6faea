import { beforeAll, describe, expect, it } from 'vitest'
import { giveVerdict, passUnchecked } from '../../flow/check'
import { enterFields } from '../../flow/fill'
import type { Lot } from '../../core/model/verdict'
import { showBatch, documentsOfBatch } from '../../store/batches/show'
import { waitingOf } from '../../store/batches/waiting'
import { nextToCheck } from '../../store/documents/next'
import { findDocument } from '../../store/documents/read'
import { inspectionOf, resumeSampling } from '../../store/setup/sampling'
import { addPerson, personByPassword } from '../../store/people/people'
import { batch, blank, by, code, fillAll, flow, jobs, newBatch, ownDatabase, sorted, sql } from '../store/harness'

ownDatabase()

let hedra: { kind: 'person'; person: string }
beforeAll(async () => {
  await addPerson(sql, { name: 'Hedra', password: 'right', pin: '3', badge: '4', roles: ['checker'] }, 'key')
  hedra = { kind: 'person', person: (await personByPassword(sql, 'Hedra', 'right'))!.id }
})

const setCheck = (check: object | null) =>
  sql`update rubric_versions set body = (body - 'check') || ${sql.json(check ? { check: check as never } : {})}`
const state = async () => (await showBatch(sql, batch))!.state
const states = async () => (await documentsOfBatch(sql, batch)).sort((a, b) => a.position - b.position).map(one => one.state)
const ids = async () => (await documentsOfBatch(sql, batch)).sort((a, b) => a.position - b.position).map(one => one.id)
const enter = async (id: number, who = by) => enterFields(flow, who, (await findDocument(sql, id))!, { fields: {}, confirm: true })
const say = (id: number, verdict: Parameters<typeof giveVerdict>[3], who = hedra) => giveVerdict(flow, who, { id, batch }, verdict)
const wrong = { correct: false as const, kind: 'value' as const, field: 'note', note: 'compare it' }

/** A batch of so many documents, all entered by Tamsin. */
async function entered(count: number): Promise<number[]> {
  const sides = Array.from({ length: count }, (_, at) => [code(`MP26-${String(4217 + at).padStart(5, '0')}`), blank]).flat()
  await sorted(...sides)
  await fillAll(null)
  const all = await ids()
  for (const id of all) expect(await enter(id)).toBeNull()
  return all
}

describe('a batch of which every document is checked', () => {
  it('goes on once all are right, and nothing of it is filed before', async () => {
    await setCheck({ mode: 'all' })
    const [first, second] = await entered(2)
    expect([await state(), await jobs('build')]).toEqual(['to check', []])
    expect(await waitingOf(sql, batch)).toEqual(['2 documents wait to be checked.'])
    expect(await say(first!, { correct: true }, by)).toBe('You entered this document, so somebody else checks it.')
    const person = (name: string, acting: typeof by) => ({ id: acting.person, name, roles: ['checker' as const] })
    expect(await nextToCheck(sql, person('Tamsin', by), batch)).toEqual({ id: null, waiting: 2 })
    expect(await nextToCheck(sql, person('Hedra', hedra), batch)).toEqual({ id: first, waiting: 2 })
    expect(await say(first!, { correct: true })).toBeNull()
    expect(await say(first!, { correct: true })).toContain('does not wait to be checked any more')
    expect([await state(), await jobs('build')]).toEqual(['to check', []])
    expect(await say(second!, { correct: true })).toBeNull()
    expect([await state(), await states()]).toEqual(['sending', ['checked', 'checked']])
    expect(await jobs('build')).toEqual(expect.arrayContaining([{ document: first }, { document: second }]))
  })

  it('sends one back with what is wrong, and it comes to be checked again', async () => {
    await setCheck({ mode: 'all' })
    const [first, second] = await entered(2)
    await say(first!, wrong)
    await say(second!, { correct: true })
    expect([await state(), await states()]).toEqual(['to index', ['open', 'checked']])
    const [row] = await sql`select returned from documents where id = ${first!}`
    expect(row!.returned).toMatchObject({ by: hedra.person, kind: 'value', field: 'note', note: 'compare it' })
    expect(await enter(first!)).toBeNull()
    expect([await state(), await states()]).toEqual(['to check', ['indexed', 'checked']])
    await say(first!, { correct: true })
    expect(await state()).toBe('sending')
    expect((await sql`select correct from verdicts where document_id = ${first!} order by id`).map(one => one.correct as boolean)).toEqual([
      false,
      true,
    ])
  })

  it('keeps where a fault is, and refuses a page of another document', async () => {
    await setCheck({ mode: 'all' })
    const [first, second] = await entered(2)
    const at = async (id: number) => (await sql<{ position: number }[]>`select position from pages where document_id = ${id}`)[0]!.position
    const place = { page: await at(first!), box: { x: 1, y: 2, width: 1.5, height: 0.3 } }
    expect(await say(second!, { ...wrong, place })).toContain(`Page ${place.page} is not of this document`)
    expect(await say(first!, { ...wrong, place })).toBeNull()
    const [kept] = await sql`select returned->'place' as place from documents where id = ${first!}`
    const [told] = await sql`select place from verdicts where document_id = ${first!}`
    expect([kept, told]).toEqual([{ place }, { place }])
  })

  it('is checked by whoever entered it where the rubric lets them', async () => {
    await setCheck({ mode: 'all', own: true })
    const [first] = await entered(1)
    const tamsin = { id: by.person, name: 'Tamsin', roles: ['checker' as const] }
    expect(await nextToCheck(sql, tamsin, batch)).toEqual({ id: first, waiting: 1 })
    expect(await say(first!, { correct: true }, by)).toBeNull()
    expect(await state()).toBe('sending')
  })

  it('is passed without by somebody who may, with the reason on record', async () => {
    await setCheck({ mode: 'all' })
    const all = await entered(2)
    expect(await passUnchecked(flow, hedra, batch, 'the ferry waits')).toBe(true)
    expect(await state()).toBe('sending')
    expect(await jobs('build')).toHaveLength(all.length)
    const [line] = await sql`select new from trail where batch_id = ${batch} and what = 'pass unchecked'`
    expect(line!.new).toEqual({ why: 'the ferry waits' })
    expect(await passUnchecked(flow, hedra, batch, 'again')).toBe(false)
  })
})

describe('a batch of which a part is checked', () => {
  it('draws a share, and passes once these are right', async () => {
    await setCheck({ mode: 'share', percent: 30 })
    await entered(4)
    const drawn = await sql<{ id: number }[]>`select id from documents where batch_id = ${batch} and drawn`
    expect(drawn).toHaveLength(2)
    for (const { id } of drawn) await say(id, { correct: true })
    expect([await state(), (await states()).sort()]).toEqual(['sending', ['checked', 'checked', 'indexed', 'indexed']])
  })

  it('is checked whole where its plan does not accept it, and says why so many were drawn', async () => {
    await setCheck({ mode: 'plan', level: 'I', aql: 6.5 })
    await entered(4)
    const drawn = await sql<{ id: number }[]>`select id from documents where batch_id = ${batch} and drawn order by position`
    expect(drawn).toHaveLength(2)
    await say(drawn[0]!.id, wrong)
    await say(drawn[1]!.id, { correct: true })
    const [row] = await sql<{ lot: { accepted: boolean; accept: number; why: string } }[]>`select lot from batches where id = ${batch}`
    expect([row!.lot.accepted, row!.lot.accept]).toEqual([false, 0])
    expect(row!.lot.why).toContain('code letter A')
    const rest = await sql<{ id: number }[]>`select id from documents where batch_id = ${batch} and drawn and state = 'indexed'`
    expect([await state(), rest.length]).toEqual(['to check', 2])
    for (const { id } of rest) await say(id, { correct: true })
    expect(await state()).toBe('to index')
    await enter(drawn[0]!.id)
    await say(drawn[0]!.id, { correct: true })
    expect([await state(), await states()]).toEqual(['sending', ['checked', 'checked', 'checked', 'checked']])
  })

  it('counts no fault of what is looked at besides the sample, and goes over to reduced inspection after many good ones', async () => {
    const plan = { mode: 'plan', level: 'I', aql: 6.5, reduced: true }
    await sql`update batches set lot = null`
    await setCheck(plan)
    const all = await entered(3)
    const drawn = await sql<{ id: number }[]>`select id from documents where batch_id = ${batch} and drawn order by position`
    expect(drawn).toHaveLength(2)
    const besides = all.find(id => !drawn.some(one => one.id === id))!
    // As it is where something on it is black.
    await sql`update documents set drawn = true where id = ${besides}`
    await sql`update batches set lot = lot || ${sql.json({ besides: [besides] })} where id = ${batch}`
    for (const { id } of drawn) expect(await say(id, { correct: true })).toBeNull()
    await say(besides, wrong)
    const lot = async () => (await sql<{ lot: Lot }[]>`select lot from batches where id = ${batch}`)[0]!.lot
    expect(await lot()).toMatchObject({ accepted: true, adds: 2, inspection: 'normal' })

    await sql`
      insert into batches (name, rubric_id, rubric_version, state, owner, lot)
      select name || number, rubric_id, rubric_version, 'done', owner, lot
      from batches cross join generate_series(1, 14) as number where batches.id = ${batch}`
    await newBatch()
    await entered(3)
    expect(await lot()).toMatchObject({ inspection: 'reduced', accept: 0 })
    expect((await lot()).why).toContain('reduced inspection')
  })

  it('passes by no sample after five refused under tightened inspection, until a steward says what was done', async () => {
    await setCheck({ mode: 'plan', level: 'I', aql: 6.5 })
    const lot = async () => (await sql<{ lot: Lot }[]>`select lot from batches where id = ${batch}`)[0]!.lot
    const { rubric } = (await sql<{ rubric: string }[]>`select rubric_id as rubric from batches where id = ${batch}`)[0]!
    await sql`update batches set lot = null`
    await entered(3)
    const refused = { ...(await lot()), accepted: false, adds: 0 }
    await sql`
      insert into batches (name, rubric_id, rubric_version, state, owner, lot)
      select name || number, rubric_id, rubric_version, 'done', owner,
        ${sql.json(refused)} || jsonb_build_object('decidedAt', now() - make_interval(mins => 60 - number))
      from batches cross join generate_series(1, 7) as number where batches.id = ${batch}`
    expect(await inspectionOf(sql, rubric)).toBe('suspended')

    await newBatch()
    for (const id of await entered(3)) expect(await say(id, { correct: true })).toBeNull()
    expect(await lot()).toMatchObject({ inspection: 'suspended', accept: null, accepted: true })
    expect([await state(), await inspectionOf(sql, rubric)]).toEqual(['sending', 'suspended'])

    await resumeSampling(sql, rubric, hedra.person, 'a new form')
    expect(await inspectionOf(sql, rubric)).toBe('tightened')
    await newBatch()
    await entered(5)
    expect((await sql`select id from documents where batch_id = ${batch} and drawn`).length).toBe(3)
    expect(await lot()).toMatchObject({ inspection: 'tightened' })
  })

  it('goes on at once where nothing is checked', async () => {
    await setCheck(null)
    await entered(1)
    expect([await state(), (await jobs('build')).length]).toEqual(['sending', 1])
  })
})
