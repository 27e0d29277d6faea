import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { completeBatch } from '../../flow/complete'
import { takeFileApart } from '../../flow/receive'
import { beginUploads } from '../../flow/order'
import { addFile } from '../../flow/start'
import { loadsOfBatch, pagesOfBatch, showBatch } from '../../store/batches/show'
import { batch, blob, by, flow, load, newBatch, ownDatabase, receive, sql } from '../store/harness'

ownDatabase()

const names = async () =>
  await sql<{ source: string; source_page: number; sheet: number; side: string }[]>`
  select source, source_page, sheet, side from pages where batch_id = ${batch} order by position`
const hand = (upload: string) => addFile(flow, by, batch, { upload, source: `${upload}.pdf`, blob, kind: 'files' })

/** A worker takes a file of so many pages apart. */
async function apart(upload: string, pages: number, twoSided = false): Promise<void> {
  const [row] = await sql<{ id: number }[]>`select id from loads where batch_id = ${batch} and upload = ${upload}`
  await takeFileApart(flow, {
    load: row!.id,
    batch,
    sides: Array.from({ length: pages }, (_, at) => ({ page: at + 1, halves: [null] })),
    twoSided,
    paired: false,
    replaces: null,
    joins: null,
    complete: false,
    source: `${upload}.pdf`,
    blob,
    mediaType: 'application/pdf',
  })
}

describe('files stand in the order in which they were chosen', () => {
  it('whichever arrives first and whichever is taken apart first', async () => {
    const chosen = ['a', 'b', 'c', 'd', 'e', 'f']
    await fc.assert(
      fc.asyncProperty(
        fc.shuffledSubarray(chosen, { minLength: 6 }),
        fc.shuffledSubarray(chosen, { minLength: 6 }),
        fc.array(fc.integer({ min: 1, max: 3 }), { minLength: 6, maxLength: 6 }),
        async (arrives, decoded, pages) => {
          await newBatch()
          await beginUploads(flow, by, batch, chosen)
          for (const upload of arrives) expect(await hand(upload)).toBe(true)
          for (const upload of decoded) await apart(upload, pages[chosen.indexOf(upload)]!)
          const found = await names()
          expect(found.map(row => [row.source, row.source_page])).toEqual(
            chosen.flatMap((upload, at) => Array.from({ length: pages[at]! }, (_, page) => [`${upload}.pdf`, page + 1])),
          )
          expect((await pagesOfBatch(sql, batch)).map(page => page.position)).toEqual(found.map((_, at) => at + 1))
          expect(found.map(row => row.sheet)).toEqual(found.map((_, at) => at + 1))
        },
      ),
      { numRuns: 8 },
    )
  })

  it('dropped in two goes, the second behind the first; an upload that is sent again keeps its place', async () => {
    await beginUploads(flow, by, batch, ['a', 'b'])
    await beginUploads(flow, by, batch, ['c'])
    await beginUploads(flow, by, batch, ['b', 'a'])
    for (const upload of ['c', 'b', 'b', 'a', 'a']) await hand(upload)
    expect((await loadsOfBatch(sql, batch)).filter(one => one.kind === 'files')).toHaveLength(3)
    for (const upload of ['c', 'a', 'b']) await apart(upload, 1)
    expect((await names()).map(row => row.source)).toEqual(['a.pdf', 'b.pdf', 'c.pdf'])
  })

  it('with paper between them, whose sheets keep their two sides together', async () => {
    // The harness's load from the device was begun first.
    await beginUploads(flow, by, batch, ['later'])
    await hand('later')
    await receive()
    await apart('later', 2)
    for (let side = 0; side < 3; side++) await receive()
    expect((await names()).map(row => [row.source, row.sheet, row.side].join(' '))).toEqual([
      'Device 1 front',
      'Device 1 back',
      'Device 2 front',
      'Device 2 back',
      'later.pdf 3 front',
      'later.pdf 4 front',
    ])
    expect(load).toBeGreaterThan(0)
  })
})

it('whoever says that all files are in need not wait until they are taken apart', async () => {
  await newBatch()
  await sql`update loads set state = 'ended' where batch_id = ${batch}`
  expect(await completeBatch(flow, by, batch)).toBe(false)
  for (const upload of ['a', 'b']) await hand(upload)
  expect(await completeBatch(flow, by, batch)).toBe(true)
  expect(await showBatch(sql, batch)).toMatchObject({ state: 'receiving', completeAsked: true })
  await apart('a', 1)
  expect((await showBatch(sql, batch))!.state).toBe('receiving')
  await apart('b', 2)
  expect(await showBatch(sql, batch)).toMatchObject({ state: 'sorting', completeAsked: false })
})
