import { describe, expect, it } from 'vitest'
import { answerPage, correctBatch, redoCorrection, undoCorrection } from '../../flow/correct'
import { editorOf, lockForEditing, unlock } from '../../flow/editLock'
import { acceptDifferences, countSheets, expect as expectOf } from '../../flow/expected'
import { pastePages } from '../../flow/paste'
import { correctionsOf } from '../../store/batches/corrections'
import { awaitedValues, differencesOf } from '../../store/batches/expected'
import { findPages } from '../../store/batches/findPages'
import { ledgerOfBatch } from '../../store/batches/ledger'
import { documentsOfBatch, noteOfPage, pagesOfBatch, showBatch } from '../../store/batches/show'
import { keepWords } from '../../store/pages/words'
import { addPerson, personByPassword } from '../../store/people/people'
import { batch, blank, by, code, fillAll, flow, idOf, load, newBatch, ownDatabase, owner, sorted, sql, unread } from './harness'

ownDatabase()

const state = async () => (await showBatch(sql, batch))!.state
const notes = async () => (await documentsOfBatch(sql, batch)).map(document => document.fields.note?.value ?? null)
const ribbon = async () => (await pagesOfBatch(sql, batch)).map(page => `${page.position}${page.fate?.[0]}${page.document ?? ''}`).join(' ')

describe('an answer', () => {
  it('is a change like any other: undone, the page asks again; redone, it is answered', async () => {
    await sorted(code('MP26-04217'), blank, unread, blank)
    await answerPage(flow, by, { id: await idOf(3), batch }, { as: 'code', value: 'MP26-04218' })
    expect(await ribbon()).toBe('1k1 2b 3k2 4b')
    expect((await noteOfPage(sql, await idOf(3)))!.note).toMatchObject({ read: 'MP26-04218', sure: 'a person read it' })
    expect(await undoCorrection(flow, by, batch)).toBe('done')
    expect([await ribbon(), await state()]).toEqual(['1k1 2b 3h 4b', 'to fix'])
    expect(await redoCorrection(flow, by, batch)).toBe('done')
    expect(await ribbon()).toBe('1k1 2b 3k2 4b')
  })
})

describe('index values of a part that gets a new beginning', () => {
  it('are cleared or kept, as asked', async () => {
    await sorted(code('MP26-04217'), blank, {}, blank, {}, blank)
    await fillAll('old')
    await correctBatch(flow, by, batch, { do: 'start', page: await idOf(3) })
    expect(await notes()).toEqual(['old', null])
    await undoCorrection(flow, by, batch)
    await correctBatch(flow, by, batch, { do: 'start', page: await idOf(3), values: 'keep' })
    expect(await notes()).toEqual(['old', 'old'])
    expect((await documentsOfBatch(sql, batch)).map(document => document.barcode)).toEqual(['MP26-04217', 'MP26-04217'])
  })

  it('that a join takes away come back when it is undone', async () => {
    await sorted(code('MP26-04217'), blank, code('MP26-04218'), blank)
    await fillAll('typed')
    await correctBatch(flow, by, batch, { do: 'join', page: await idOf(3) })
    expect(await notes()).toEqual(['typed'])
    await undoCorrection(flow, by, batch)
    await fillAll(null)
    expect(await notes()).toEqual(['typed', 'typed'])
  })

  it('stay with the type that its words showed, which a join and its undoing bring back', async () => {
    const types = async () => (await documentsOfBatch(sql, batch)).map(document => document.type)
    await sql`update rubric_versions set body = body #- '{split,rules,0,type}'`
    await sorted(code('MP26-04217'), blank, code('MP26-04218'), blank)
    await fillAll('typed', 'recognised')
    expect(await types()).toEqual(['recognised', 'recognised'])
    await correctBatch(flow, by, batch, { do: 'join', page: await idOf(3) })
    expect(await types()).toEqual(['recognised'])
    await undoCorrection(flow, by, batch)
    expect([await types(), await notes()]).toEqual([
      ['recognised', 'recognised'],
      ['typed', 'typed'],
    ])
    await sql`update rubric_versions set body = jsonb_set(body, '{split,rules,0,type}', '"permit"')`
  })

  it('stay with a document whose first page is set aside', async () => {
    await sorted(code('MP26-04217'), blank, {}, blank)
    await fillAll('typed')
    await correctBatch(flow, by, batch, { do: 'set-aside', pages: [await idOf(1)] })
    expect([await ribbon(), await notes()]).toEqual(['1s 2b 3k1 4b', ['typed']])
    expect((await pagesOfBatch(sql, batch))[0]!.byHand).toBe(true)
  })
})

describe('pages between batches', () => {
  it('are cut from one and put into the other, each accounting for every side; undo works in either', async () => {
    await sorted(code('MP26-04217'), blank, {}, blank)
    const from = batch
    const moved = await idOf(3)
    await newBatch()
    await sorted(code('MP26-04300'), blank)
    const before = await idOf(1)
    expect(await pastePages(flow, by, { from, pages: [moved], into: batch, before, cut: true })).toBe('done')
    expect(await ribbon()).toBe('3k1 1k2 2b')
    const source = await ledgerOfBatch(sql, from)
    expect([source.totals.kept, source.pages[2]!.fate, source.pages[2]!.why]).toEqual([1, 'moved', 'Moved to the batch “B” by hand.'])
    expect(source.totals).toEqual({ scanned: 4, kept: 1, blank: 2, separator: 0, unreadable: 0, held: 0, moved: 1 })
    expect((await ledgerOfBatch(sql, batch)).pages[2]).toMatchObject({ source: 'B, page 3', fate: 'kept' })
    expect(await undoCorrection(flow, by, from)).toBe('done')
    expect((await ledgerOfBatch(sql, from)).totals.kept).toBe(2)
  })

  it('are not taken from a batch that went on, nor copied without being examined', async () => {
    await sorted(code('MP26-04217'), blank)
    const from = batch
    await newBatch()
    await sorted(code('MP26-04300'), blank)
    await sql`update batches set state = 'done' where id = ${from}`
    const pages = [(await sql<{ id: number }[]>`select id from pages where batch_id = ${from}`)[0]!.id]
    expect(await pastePages(flow, by, { from, pages, into: batch, before: null, cut: true })).toBe('nothing')
    expect(await pastePages(flow, by, { from, pages: [999_999], into: batch, before: null, cut: false })).toBe('nothing')
    expect(await correctionsOf(sql, batch)).toEqual({ undo: 0, redo: 0 })
    expect(await pagesOfBatch(sql, batch)).toHaveLength(2)
  })
})

describe('what was counted', () => {
  it('stops the batch at "to fix" where it differs, until it agrees or a person lets it pass', async () => {
    expect(await expectOf(flow, by, batch, { sheets: null, documents: null, values: ['MP26-04217', 'MP26-04218', 'MP26-04219'] })).toBe(
      true,
    )
    expect(await countSheets(flow, by, batch, load, 3)).toBe(true)
    await sorted(code('MP26-04217'), blank, code('MP26-04219'), blank)
    expect(await state()).toBe('to fix')
    expect((await differencesOf(sql, batch)).differences.map(one => [one.of, one.page])).toEqual([
      ['sheets', 1],
      ['documents', 1],
    ])
    expect(await awaitedValues(sql, batch)).toEqual(['MP26-04218'])
    await countSheets(flow, by, batch, load, 2)
    await expectOf(flow, by, batch, { sheets: 2, documents: 2, values: [] })
    expect([await state(), (await differencesOf(sql, batch)).differences]).toEqual(['sorting', []])
    await expectOf(flow, by, batch, { sheets: null, documents: 5, values: [] })
  })

  it('is let pass by name, and only as it was', async () => {
    await sorted(code('MP26-04217'), blank, {}, blank)
    await fillAll()
    await expectOf(flow, by, batch, { sheets: null, documents: 2, values: [] })
    expect(await state()).toBe('to fix')
    await acceptDifferences(flow, by, batch, owner)
    expect([await state(), (await differencesOf(sql, batch)).acceptedBy]).toEqual(['to index', 'Tamsin'])
    await expectOf(flow, by, batch, { sheets: null, documents: 4, values: [] })
    expect(await state()).toBe('to fix')
  })
})

it('a batch is held by one person at a time, who may be relieved', async () => {
  await addPerson(sql, { name: 'Hedra', password: 'right', pin: '3', badge: '4', roles: ['checker'] }, 'key')
  const other = (await personByPassword(sql, 'Hedra', 'right'))!.id
  expect((await lockForEditing(sql, batch, owner, false)).name).toBe('Tamsin')
  expect((await lockForEditing(sql, batch, other, false)).name).toBe('Tamsin')
  await unlock(sql, batch, other)
  expect((await lockForEditing(sql, batch, other, true)).name).toBe('Hedra')
  await sql`update edit_locks set until = now() where batch_id = ${batch}`
  expect(await editorOf(sql, batch)).toBeNull()
  expect((await lockForEditing(sql, batch, owner, false)).name).toBe('Tamsin')
})

it("pages are found by their note, their document's values and their words", async () => {
  await sorted(code('MP26-04217'), blank, {}, blank, code('MP26-04218'), blank)
  await fillAll('Harbour 100%')
  await keepWords(sql, await idOf(3), [{ text: 'Survey', x: 1, y: 1, width: 1, height: 0.2, confidence: 1, line: 0 }])
  expect(await findPages(sql, batch, '04218')).toEqual([5])
  expect(await findPages(sql, batch, 'survey')).toEqual([3])
  expect(await findPages(sql, batch, 'no ink')).toEqual([2, 4, 6])
  expect(await findPages(sql, batch, '100%')).toEqual([1, 3, 5])
  expect(await findPages(sql, batch, '_')).toEqual([])
})
