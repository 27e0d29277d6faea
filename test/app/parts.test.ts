import fc from 'fast-check'
import { expect, it } from 'vitest'
import { joinParts, type HadParts } from '../../app/components/ribbon/joinParts'
import { toParts } from '../../server/parts'
import type { BatchParts } from '../../shared/views/batches'

type Row = { id: number; document: number | null }
const answer = (pages: Row[], documents: { id: number }[], had: HadParts) => {
  const has = new Set(had.keys())
  return { pages: toParts(pages, has), documents: toParts(documents, has) } as unknown as BatchParts
}
/** What a screen has of a batch whose documents are numbered by their order. */
const told = (pages: Row[], documents: { id: number }[]) => ({
  pages: pages.map(page => ({
    ...page,
    document: page.document === null ? null : documents.findIndex(one => one.id === page.document) + 1,
  })),
  documents: documents.map(({ id }, at) => ({ id, position: at + 1 })),
})
const documents = fc.uniqueArray(fc.integer({ min: 1, max: 1e9 }), { maxLength: 40 }).map(ids => ids.map(id => ({ id })))
const batch = documents.chain(found =>
  fc
    .uniqueArray(fc.record({ id: fc.integer({ min: 1, max: 1e9 }), document: fc.constantFrom(null, ...found.map(one => one.id)) }), {
      selector: one => one.id,
      maxLength: 300,
    })
    .map(pages => ({ pages, documents: found })),
)

it('what came and what was there are the batch, whatever changed in between', () => {
  fc.assert(
    fc.property(fc.array(batch, { minLength: 1, maxLength: 4 }), states => {
      let had: HadParts = new Map()
      for (const { pages, documents: found } of states) {
        const joined = joinParts(answer(pages, found, had), had)!
        expect(joined.batch).toEqual(told(pages, found))
        had = joined.had
      }
    }),
    { numRuns: 60 },
  )
})

it('a row more, less or other sends a small part of a long list, however rows are numbered', () => {
  for (const step of [1, 2, 64, 97]) {
    const rows = Array.from({ length: 6000 }, (_, at) => ({ id: 1 + at * step, document: null as number | null }))
    const had = joinParts(answer(rows, [], new Map()), new Map())!.had
    for (const now of [
      rows.toSpliced(100, 1),
      rows.toSpliced(100, 0, { id: 7_000_001, document: null }),
      rows.with(100, { id: 1, document: 2 }),
    ]) {
      const sent = answer(now, [], had).pages.flatMap(part => part.rows ?? [])
      expect(sent.length).toBeLessThan(6000 / 8)
    }
  }
})

it('a part that is nowhere is not made up', () => {
  const had: HadParts = new Map()
  const tagOnly = { pages: [{ tag: 'not-here' }], documents: [] } as unknown as BatchParts
  expect(joinParts(tagOnly, had)).toBeNull()
})
