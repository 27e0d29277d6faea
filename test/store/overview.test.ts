import { expect, it } from 'vitest'
import { overviewOf } from '../../store/overview'
import { batch, blank, code, fillAll, ownDatabase, owner, sorted, sql } from './harness'

ownDatabase()

it('adds up what a person may see: what waits, what came in, what people put right', async () => {
  await sorted(code('MP26-04217'), blank, code('MP26-04218'), blank)
  await fillAll(null)
  const value = (from: string) => ({ value: '1', from, confidence: 1 })
  const [first, second] = await sql<{ id: number }[]>`select id from documents where batch_id = ${batch} order by position`
  for (const [id, fee] of [[first!.id, value('text')] as const, [second!.id, value('person')] as const])
    await sql`update documents set state = 'sent', type = 'permit', fields = ${sql.json({ fee, note: value('text') })} where id = ${id}`
  await sql`update batches set state = 'to index' where id = ${batch}`
  await sql`update pages set colour = 'mono', bytes = 1000 where batch_id = ${batch}`
  await sql`update loads set trouble = 'Paper jam.' where batch_id = ${batch}`
  await sql`insert into slips (document_id, destination_id, state, trouble) values (${first!.id}, 'somewhere', 'failed', 'No.')`
  await sql`insert into verdicts (batch_id, document_id, person, correct) values (${batch}, ${first!.id}, ${owner}, true)`
  await sql`insert into verdicts (batch_id, document_id, person, correct, kind, field)
    values (${batch}, ${second!.id}, ${owner}, false, 'value', 'fee')`
  // It stood an hour and a half with people.
  const move = (from: string, to: string, minutes: number) => sql`
    insert into trail (actor, person, what, batch_id, old, new, at)
    values ('person', ${owner}, 'settle', ${batch}, ${sql.json(from)}, ${sql.json(to)}, now() + make_interval(mins => ${minutes}))`
  await move('sorting', 'to check', 10)
  await move('to check', 'sending', 100)
  const tamsin = { id: owner, name: 'Tamsin', roles: ['clerk' as const] }
  const found = await overviewOf(sql, tamsin, 7, 'Europe/London')
  expect(found.waiting).toContainEqual(expect.objectContaining({ state: 'to index', batches: 1 }))
  expect(found.days).toHaveLength(7)
  expect(found.days.at(-1)).toMatchObject({ sides: 4, documents: 2, filed: 2 })
  expect(found.untouched).toMatchObject([{ documents: 2, untouched: 1 }])
  expect(found.deliveries).toMatchObject([{ destination: 'somewhere', id: 'somewhere', delivered: 0, failed: 1 }])
  expect(found.codes).toMatchObject([{ pages: 2, read: 2 }])
  expect(found.devices).toMatchObject([{ device: 'Device', loads: 1, faults: 1, last: 'Paper jam.' }])
  expect(found.storage).toMatchObject([{ colour: 'mono', pages: 4, bytes: 4000 }])
  expect(found.checked).toMatchObject([{ documents: 2, faulty: 1 }])
  expect(found.faults).toMatchObject([{ type: 'permit', kind: 'value', field: 'fee', faults: 1, documents: 2 }])
  expect(found.stages).toMatchObject([{ stage: 'to check', batches: 1, middle: 1.5, most: 1.5 }])
  // Of two documents nothing is said yet.
  expect(found.changed).toEqual([])
  const typed = sql.json({ fee: value('person'), note: value('person') })
  const read = sql.json({ fee: value('text') })
  await sql`
    insert into documents (batch_id, position, type, state, filled_at, fields)
    select ${batch}, 10 + n, 'permit', 'sent', now(), case when n = 1 then ${typed}::jsonb else ${read}::jsonb end
    from generate_series(1, 4) as n`
  const { changed, untouched } = await overviewOf(sql, tamsin, 7, 'Europe/London')
  expect(untouched).toMatchObject([{ documents: 6, untouched: 4 }])
  expect(changed).toMatchObject([
    { type: 'permit', field: 'fee', documents: 6, changed: 2 },
    { field: 'note', documents: 6, changed: 1 },
  ])
  const stranger = { id: '00000000-0000-4000-8000-000000000000', name: 'Nobody', roles: ['clerk' as const] }
  expect((await overviewOf(sql, stranger, 7, 'Europe/London')).days.every(day => day.sides === 0)).toBe(true)
})
