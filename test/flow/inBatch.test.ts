import { describe, expect, it } from 'vitest'
import { worker } from '../../core/model/actor'
import { abandonBatch } from '../../flow/complete'
import { correctBatch, undoCorrection } from '../../flow/correct'
import { lockForEditing } from '../../flow/editLock'
import { enterFields } from '../../flow/fill'
import { EditLocked, inBatch, inBatches, NoSuchBatch } from '../../flow/inBatch'
import { documentsOfBatch, showBatch } from '../../store/batches/show'
import { subscribe, type Change } from '../../store/changes'
import { historyOf } from '../../store/documents/history'
import { findDocument } from '../../store/documents/read'
import { addPerson, personByPassword } from '../../store/people/people'
import { batch, blank, by, code, fillAll, flow, idOf, newBatch, ownDatabase, owner, sorted, sql } from '../store/harness'

ownDatabase()

const trail = () => sql<{ actor: string; what: string; person: string | null; old: unknown; new: unknown }[]>`
  select actor, what, person, old, new from trail where batch_id = ${batch} order by id`

describe('a change of a batch', () => {
  it('that fails leaves nothing behind: no state, no trail, no word of it', async () => {
    const told: (Change | null)[] = []
    const stop = await subscribe(sql, change => told.push(change))
    const before = [...(await trail())]
    await expect(
      inBatch(flow, by, batch, async locked => {
        await locked.move('abandon')
        await locked.note({ what: 'something' })
        throw new Error('the disk is full')
      }),
    ).rejects.toThrow('the disk is full')
    expect((await showBatch(sql, batch))!.state).toBe('receiving')
    expect([...(await trail())]).toEqual(before)
    await abandonBatch(flow, by, batch)
    await expect.poll(() => told).toContainEqual({ about: 'batch', batch })
    expect(told.filter(change => change?.batch === batch)).toHaveLength(1)
    await stop()
  })

  it('is refused by the table where it cannot be, and of a batch that is not there', async () => {
    await expect(inBatch(flow, worker, batch, locked => locked.move('finish'))).rejects.toThrow(
      'A batch that is “receiving” cannot “finish”',
    )
    await expect(inBatch(flow, worker, 999_999, () => Promise.resolve())).rejects.toBeInstanceOf(NoSuchBatch)
  })

  it('is refused to everybody but whoever has the edit lock; the machine works on', async () => {
    await addPerson(sql, { name: 'Hedra', password: 'right', pin: '3', badge: '4', roles: ['checker'] }, 'key')
    const hedra = (await personByPassword(sql, 'Hedra', 'right'))!.id
    await lockForEditing(sql, batch, hedra, false)
    await expect(abandonBatch(flow, by, batch)).rejects.toBeInstanceOf(EditLocked)
    await expect(abandonBatch(flow, { kind: 'token', person: owner, token: 't' }, batch)).rejects.toThrow('Hedra works on this batch now.')
    await inBatch(flow, worker, batch, locked => locked.note({ what: 'looked' }))
    expect(await abandonBatch(flow, { kind: 'person', person: hedra }, batch)).toBe(true)
  })

  it('waits for another of the same batch, and two over both batches never wait for each other', async () => {
    const first = batch
    const second = await newBatch()
    const both = (ids: number[]) =>
      inBatches(flow, worker, ids, async ([one]) => {
        await one!.tx`select pg_sleep(0.05)`
        await one!.note({ what: `both as ${ids.join()}` })
      })
    await Promise.all([both([first, second]), both([second, first]), both([first, second]), both([second, first])])
    expect((await sql`select 1 from trail where what like 'both%'`).length).toBe(4)
  })
})

describe('the trail', () => {
  it('names who did what, old and new, and who the machine was', async () => {
    await sorted(code('MP26-04217'), blank, {}, blank)
    await fillAll()
    await correctBatch(flow, by, batch, { do: 'start', page: await idOf(3) })
    await undoCorrection(flow, by, batch)
    await fillAll()
    const document = (await findDocument(sql, (await documentsOfBatch(sql, batch))[0]!.id))!
    await enterFields(flow, by, document, { fields: { note: { value: 'new', from: 'person', confidence: 1 } }, confirm: true })
    const found = (await trail()).map(row => `${row.actor}: ${row.what}`)
    expect(found.slice(0, 3)).toEqual(['person: start', 'worker: load ended', 'person: complete'])
    expect(found).toEqual(expect.arrayContaining(['person: correct', 'person: undo', 'person: confirm', 'worker: settle']))
    expect((await trail()).find(row => row.what === 'confirm')).toMatchObject({ person: owner })
    const confirmed = (await historyOf(sql, document.id, 50)).find(line => line.what === 'confirm')
    expect(confirmed).toMatchObject({ old: { note: 'typed' }, new: { note: 'new' } })
  })

  it('loses nothing: no row can be changed, taken out, or emptied away', async () => {
    await expect(sql`update trail set what = 'nothing' where batch_id = ${batch}`).rejects.toThrow(
      'Nothing is ever taken out of the trail.',
    )
    await expect(sql`delete from trail where batch_id = ${batch}`).rejects.toThrow('Nothing is ever taken out of the trail.')
    await expect(sql`truncate trail cascade`).rejects.toThrow('Nothing is ever taken out of the trail.')
  })
})
