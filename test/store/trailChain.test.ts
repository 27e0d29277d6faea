import { beforeAll, expect, it } from 'vitest'
import { headText, readHead } from '../../core/ledger/chain'
import { worker } from '../../core/model/actor'
import { appendToTrail } from '../../store/trail'
import { chainTrail, headOf, headOfToday, verifyTrail } from '../../store/trailChain'
import { trailLines } from '../../store/trailLines'
import { goneValue, letGo, letValuesGo, keepValues } from '../../store/trailValues'
import { batch, by, ownDatabase, sql } from './harness'

ownDatabase()

/** Until nothing is left to chain: another test's transaction on the same server holds it back while it lasts. */
const all = async () => {
  for (let tries = 0; tries < 200; tries++) {
    await chainTrail(sql)
    const left = await sql`select 1 from trail_unchained limit 1`
    if (!left.length) return
    await new Promise(resolve => setTimeout(resolve, 100))
  }
}
/** What looking it over gives, in one go and in parts. */
const verify = async (options: Parameters<typeof verifyTrail>[1] = {}) => {
  const found = await verifyTrail(sql, options)
  for (const part of [1, 4, 5]) expect(await verifyTrail(sql, { ...options, part })).toEqual(found)
  return found
}
const write = (count: number) =>
  sql.begin(async tx => {
    for (let at = 0; at < count; at++)
      await appendToTrail(
        tx,
        at % 2 ? by : worker,
        { what: 'enter', old: { fee: '1' }, new: { fee: `${at}`, who: 'Wenna "Ä"' } },
        '192.0.2.7',
      )
  })
/** Does what nobody who works with the product can do. */
const meddle = (statement: string) =>
  sql.begin(async tx => {
    await tx`set local session_replication_role = replica`
    await tx.unsafe(statement)
  })

beforeAll(async () => {
  await write(20)
  await all()
})

it('chains each line once, in the order in which they were committed, and agrees', async () => {
  await all()
  const before = (await headOf(sql))!
  let open: (() => void) | undefined
  const held = new Promise<void>(resolve => (open = resolve))
  // A transaction that began earlier and ends later: its line is not left behind.
  const slow = sql.begin(async tx => {
    await appendToTrail(tx, worker, { what: 'slow' })
    await held
  })
  await write(3)
  await chainTrail(sql)
  open!()
  await slow
  await all()
  const found = await verify()
  expect(found).toMatchObject({ fault: null, unchained: 0 })
  expect(found.head!.seq).toBe(before.seq + 4)
  expect(await verify({ from: before.seq })).toMatchObject({ lines: 4, fault: null, head: found.head })
  expect(await verify({ known: readHead(headText(before)) })).toMatchObject({ fault: null })
})

it('tells of values that can go without breaking it, and shows where one was changed or went in silence', async () => {
  await all()
  const digests = await sql.begin(async tx => {
    const [old, now] = await keepValues(tx, 7, { fee: '12.50', who: 'Wenna' }, { fee: '12.50', who: 'Wenna "Ä"' })
    expect(old!.fee).toEqual(now!.fee)
    await appendToTrail(tx, by, { what: 'enter', document: 7, old, new: now })
    return now!
  })
  await all()
  const shown = async () => (await trailLines(sql, { before: null, most: 1, what: 'enter' }))[0]!
  expect(await shown()).toMatchObject({ old: { who: 'Wenna' }, new: { fee: '12.50', who: 'Wenna "Ä"' } })
  expect(JSON.stringify(await sql`select old, new from trail order by id desc limit 1`)).not.toContain('Wenna')
  expect((await verify()).fault).toBeNull()
  await expect(sql`update trail_values set value = 'other'`).rejects.toThrow('Nothing is ever taken out')
  await meddle(`update trail_values set value = '99.00' where value = '12.50'`)
  expect((await verify()).fault).toBe('A value that the trail tells of, of document 7, is not the one that was kept.')
  await meddle(`update trail_values set value = '12.50' where value = '99.00'`)

  // A document that is no more told of the same, before its batch was split anew.
  await sql.begin(async tx => {
    const [was] = await keepValues(tx, 999_999, { who: 'Wenna Sark' })
    await appendToTrail(tx, by, { what: 'enter', batch, document: 999_999, new: was })
  })
  const gone = await sql.begin(async tx => {
    const values = await letValuesGo(tx, { id: 7, batch }, (field, value, own) => (own ? field === 'who' : value === 'Wenna Sark'))
    await appendToTrail(tx, by, { what: letGo, document: 7, new: { values } })
    return values
  })
  expect(gone).toHaveLength(3)
  expect(gone).toContain(digests.who!.digest)
  await all()
  expect((await trailLines(sql, { before: null, most: 2, what: 'enter' })).map(line => line.new)).toEqual([
    { who: goneValue },
    { fee: '12.50', who: goneValue },
  ])
  expect((await verify()).fault).toBeNull()
  const kept = await sql`select digest, document_id, field, salt, value from trail_values`
  await sql`delete from trail_values`
  expect((await verify()).fault).toMatch(/^A value that line \d+ of the trail tells of is gone, and no line says why\.$/)
  await sql`insert into trail_values ${sql(kept)}`
})

it('shows that a line was changed, taken out, put in between, or the end cut off', async () => {
  await all()
  const head = (await headOf(sql))!
  const [line] = await sql<{ id: number }[]>`select trail_id as id from trail_chain where seq = 5`
  await expect(sql`update trail set what = 'other' where id = ${line!.id}`).rejects.toThrow('Nothing is ever taken out')
  await expect(sql`delete from trail_chain where seq = 5`).rejects.toThrow('Nothing is ever taken out')

  const [was] = await sql<{ text: string }[]>`select new::text as text from trail where id = ${line!.id}`
  await meddle(`update trail set new = '{"fee":"99"}' where id = ${line!.id}`)
  expect((await verify()).fault).toBe('The line at place 5 is not the one that was written.')
  await meddle(`update trail set new = '${was!.text}' where id = ${line!.id}`)
  expect((await verify()).fault).toBeNull()

  const [kept] = await sql<{ id: number; hash: string }[]>`
    select trail_id as id, encode(hash, 'hex') as hash from trail_chain where seq = 12`
  await meddle('delete from trail_chain where seq = 12')
  expect((await verify()).fault).toBe('Place 12 of the chain is gone.')
  await meddle(`insert into trail_chain values (12, ${kept!.id}, decode('${kept!.hash}', 'hex'))`)

  await meddle(`insert into trail (actor, what) values ('worker', 'put in')`)
  expect((await verify({ from: 20 })).fault).toContain('put in or taken out beside the chain')
  await meddle(`delete from trail where what = 'put in'`)
  await meddle(`delete from trail_chain where seq = ${head.seq}`)
  expect((await verify({ from: 20, known: head })).fault).toContain(`ends before place ${head.seq}`)
  expect((await verify({ from: 20, known: { ...head, seq: 21 } })).fault).toContain('another one than was told')
})

it('tells once a day what the chain comes to', async () => {
  expect(await headOfToday(sql)).toMatchObject({ day: expect.stringMatching(/^\d{4}-\d\d-\d\d$/) as string })
  expect(await headOfToday(sql)).toBeNull()
})
