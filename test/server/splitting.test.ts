import { beforeAll, describe, expect, it } from 'vitest'
import { readCsv } from '../../core/ledger/csv'
import { joinParts, type HadParts } from '../../app/components/ribbon/joinParts'
import type { BatchDetail, BatchParts } from '../../shared/views/batches'
import type { PageCodes, PageNote, Questions } from '../../shared/views/pages'
import type { RubricChoice, RubricDraft, RubricText, RubricVersion, SeparatorRule, TryView } from '../../shared/views/rubrics'
import { asPdf } from '../../standins/paper/encode'
import { drawnSide } from '../../standins/paper/drawn'
import { makeStack } from '../../standins/paper/stacks'
import { forgetReading } from '../product/batchCopy'
import { client, until, type Client } from '../product/client'
import { running } from '../product/running'
import { sampleBatch, truth } from '../product/sample'

let tamsin: Client
let hedra: Client
let piers: Client
let rubric: RubricText
let id: number
let begunUnder: number
let codes: PageCodes[]

const show = async (of = id) => (await tamsin<BatchDetail>('GET', `/api/batches/${of}`)).body

beforeAll(async () => {
  ;[tamsin, hedra, piers] = await Promise.all([client('Tamsin'), client('Hedra'), client('Piers')])
  const rubrics = (await tamsin<RubricChoice[]>('GET', '/api/rubrics')).body
  rubric = (await piers<RubricText>('GET', `/api/rubrics/${rubrics.find(one => one.name === 'Mooring permits')!.id}`)).body
  id = await sampleBatch()
  begunUnder = (await show()).version
  const [load] = (await show()).loads
  expect((await tamsin('PUT', `/api/batches/${id}/counted`, { load: load!.id, sheets: truth.sides.length / 2 })).status).toBe(200)
  codes = (await tamsin<PageCodes[]>('GET', `/api/batches/${id}/codes`)).body
})

it('a batch that is followed sends what changed', async () => {
  const own = await sampleBatch()
  let had: HadParts = new Map()
  let batch: BatchDetail | null = null
  const follow = async () => {
    const { body } = await tamsin<BatchParts>('GET', `/api/batches/${own}/parts?have=${[...had.keys()].join('.')}`)
    const joined = joinParts(body, had)!
    had = joined.had
    batch = joined.batch
    return [body.pages, body.documents].map(parts => parts.filter(part => part.rows).length)
  }
  const { pages, documents } = await show(own)
  expect(await follow()).toEqual([pages.length, documents.length])
  expect(batch).toEqual(await show(own))
  expect(await follow()).toEqual([0, 0])
  const last = pages.findLast(page => page.document !== null)!
  expect((await tamsin('POST', `/api/batches/${own}/corrections`, { do: 'rotate', pages: [last.id], degrees: 90 })).status).toBe(200)
  expect((await follow())[0]).toBe(1)
})

describe('a page says why it is where it is', () => {
  it('with the rule, what was read, where, and how sure that is', async () => {
    const first = (await show()).pages[0]!
    const { body } = await tamsin<PageNote>('GET', `/api/pages/${first.id}/note`)
    expect(body.note).toMatchObject({
      rule: 1,
      read: truth.documents[0]!.fields.permit && truth.sides[0]!.barcode!.value,
      sure: 'its own check sum agrees, and it fits the pattern',
      tried: 'read as it stands',
    })
    const box = body.note!.box!
    expect(Math.abs(box.x - truth.sides[0]!.barcode!.x) + Math.abs(box.y - truth.sides[0]!.barcode!.y)).toBeLessThan(0.6)
  })

  it('and where it asks, what a value must fit and which ones are likely', async () => {
    const { body } = await tamsin<Questions>('GET', `/api/questions?batch=${id}`)
    expect(body.questions[0]).toMatchObject({ expects: ['‘MP’, two digits, ‘-’, five digits'], spot: { x: expect.any(Number) as number } })
    expect(body.questions[0]!.candidates.map(one => one.why)).toContain('one after the last')
  })

  it('and is found by its note or value', async () => {
    const value = truth.sides[0]!.barcode!.value
    const { body } = await tamsin<number[]>('GET', `/api/batches/${id}/find?text=${value}`)
    expect(body).toEqual(truth.documents[0]!.sides)
    expect((await tamsin('GET', `/api/batches/${id}/find?text=`)).status).toBe(400)
  })
})

describe('what was counted by hand', () => {
  it('is compared with what was found, and a person may let it pass', async () => {
    expect((await tamsin('PUT', `/api/batches/${id}/expected`, { sheets: 0 })).status).toBe(400)
    await tamsin('PUT', `/api/batches/${id}/expected`, { documents: 40 })
    const off = await show()
    expect(off.differences.map(one => one.of)).toEqual(['documents'])
    await tamsin('POST', `/api/batches/${id}/accept`)
    expect(await show()).toMatchObject({ accepted: [off.differences[0]!.words], acceptedBy: 'Tamsin' })
    await tamsin('PUT', `/api/batches/${id}/expected`, {})
  })

  it('stands in the ledger as CSV: each side with its reason', async () => {
    const { body } = await tamsin<string>('GET', `/api/batches/${id}/ledger?as=csv`)
    const { rows } = readCsv(body)
    expect(rows).toHaveLength(1 + truth.sides.length + 6)
    expect(rows[1]![6]).toBe('kept')
    expect((await tamsin('GET', `/api/batches/${id}/ledger?as=xml`)).status).toBe(400)
  })
})

describe('two people on one batch', () => {
  it('the second sees who holds it, cannot change it, and may take it over', async () => {
    expect((await tamsin('POST', `/api/batches/${id}/lock`, {})).body).toMatchObject({ name: 'Tamsin' })
    expect((await hedra('POST', `/api/batches/${id}/lock`, {})).body).toMatchObject({ name: 'Tamsin' })
    const change = { do: 'start', page: (await show()).pages[2]!.id }
    const refused = await hedra<{ message: string }>('POST', `/api/batches/${id}/corrections`, change)
    expect([refused.status, refused.body.message]).toEqual([
      409,
      'Tamsin works on this batch now. You can look, or take it over on the ribbon.',
    ])
    for (const what of ['undo', 'redo']) expect((await hedra('POST', `/api/batches/${id}/${what}`)).status).toBe(409)
    expect((await hedra('POST', `/api/batches/${id}/lock`, { over: true })).body).toMatchObject({ name: 'Hedra' })
    expect((await tamsin('POST', `/api/batches/${id}/corrections`, change)).status).toBe(409)
    expect((await hedra('DELETE', `/api/batches/${id}/lock`)).status).toBe(200)
    expect((await show()).editor).toBeNull()
  })
})

describe('a draft', () => {
  const draftOf = (change: Record<string, unknown>) => ({
    ...(rubric.body as Record<string, unknown>),
    split: { ...(rubric.body as { split: object }).split, ...change },
  })
  const ended = (of: string) =>
    until(
      async () => (await piers<TryView>('GET', `/api/tries/${of}`)).body,
      one => one.outcome !== null || one.trouble !== null,
    )

  it('is tried on an earlier batch: both outcomes side by side, nothing of the batch changed but that its pages are read', async () => {
    const read = (batch: BatchDetail) => ({ ...batch, pages: batch.pages.map(page => ({ ...page, read: true })) })
    const page = (await show()).pages[0]!.id
    await forgetReading(page)
    const isRead = async () => (await show()).pages.find(one => one.id === page)!.read
    expect(await isRead()).toBe(false)
    const before = await show()
    const { status, body } = await piers<{ id: string }>('POST', '/api/tries', { body: draftOf({ unread: 'previous' }), batch: id })
    expect(status).toBe(202)
    const { outcome } = await ended(body.id)
    const { comparison } = outcome!
    const held = truth.sides.filter(side => side.fate === 'held').length
    expect([comparison.before!.totals.held, comparison.after.totals.held, comparison.changed]).toEqual([held, 0, held])
    expect(comparison.pages.filter(page => page.changed).every(page => page.before!.why !== page.after.why)).toBe(true)
    expect(read(await show())).toEqual(read(before))
    expect(await isRead()).toBe(true)
    expect((await tamsin('GET', `/api/tries/${body.id}`)).status).toBe(403)
  })

  it('shows what it would make of values and names, beside what the rubric makes of them today', async () => {
    const body = draftOf({}) as unknown as { types: { fields: Record<string, unknown>[] }[]; files: Record<string, unknown>[] }
    const [type] = body.types
    const draft = {
      ...body,
      types: [{ ...type!, fields: type!.fields.slice(0, 2) }],
      files: [{ ...body.files[0], name: 'tried/{seq:3}-{pages}' }],
    }
    const begun = await piers<{ id: string }>('POST', '/api/tries', { body: draft, batch: id })
    const { documents, comparison } = (await ended(begun.body.id)).outcome!
    expect([documents.length, comparison.changed]).toEqual([comparison.after.documents, 0])
    const { documents: now } = await show()
    for (const [at, { changed, before, after }] of documents.entries()) {
      expect(changed).toBe(true)
      expect(after!.name).toBe(`tried/${String(at + 1).padStart(3, '0')}-${after!.pages.length}`)
      expect(after!.values.map(value => value.field)).toEqual(type!.fields.slice(0, 2).map(field => field.id))
      // What the machine found when the batch was filled, it finds again.
      const values = Object.fromEntries(before!.values.map(({ field, value }) => [field, value]))
      for (const [field, kept] of Object.entries(now[at]!.fields)) if (kept.from === 'barcode') expect(values[field]).toBe(kept.value)
      for (const value of after!.values) expect(value.value).toBe(values[value.field])
    }
  })

  it('whose rules look elsewhere has the pixels looked at again', async () => {
    const rule = { rule: 'barcode', formats: ['Code128'], zone: { x: 0.2, y: 6, width: 4, height: 4 } }
    const { body } = await piers<{ id: string }>('POST', '/api/tries', { body: draftOf({ rules: [rule], before: 'document' }), batch: id })
    const { outcome } = await ended(body.id)
    expect([outcome!.comparison.after.documents, outcome!.comparison.after.totals.held]).toEqual([1, 0])
  })

  it('is tried on a file, of which nothing is kept; a file that is none is refused', async () => {
    const stack = makeStack('mooring-permits', 4)
    const sides = await Promise.all(
      [0, 1].flatMap(sheet => (['front', 'back'] as const).map(face => drawnSide(stack, sheet, face, { dpi: 200, colour: 'grey' }))),
    )
    const form = new FormData()
    form.append('body', JSON.stringify(rubric.body))
    form.append('file', new Blob([new Uint8Array(await asPdf(sides, 200))]), 'stack.pdf')
    const signedIn = await fetch(`${running().app}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name: 'Piers', password: running().person('Piers').password }),
    })
    const cookie = signedIn.headers.get('set-cookie')!.split(';')[0]!
    const answer = await fetch(`${running().app}/api/tries/file`, { method: 'POST', headers: { cookie }, body: form })
    expect(answer.status).toBe(202)
    const { outcome } = await ended(((await answer.json()) as { id: string }).id)
    expect(outcome!.comparison.pages.map(page => page.after.fate)).toEqual(stack.truth.sides.slice(0, 4).map(side => side.fate))
    const none = new FormData()
    none.append('body', JSON.stringify(rubric.body))
    none.append('file', new Blob(['hello']), 'a.txt')
    expect((await fetch(`${running().app}/api/tries/file`, { method: 'POST', headers: { cookie }, body: none })).status).toBe(415)
  })

  it('is kept beside the published version, dropped when it is published, and every version can be looked at', async () => {
    const url = `/api/rubrics/${rubric.id}`
    const { version } = (await piers<RubricText>('GET', url)).body
    expect((await piers('PUT', `${url}/draft`, { from: version, body: { nonsense: true } })).status).toBe(400)
    await piers('PUT', `${url}/draft`, { from: version, body: draftOf({ unread: 'previous' }) })
    expect((await piers<{ draft: RubricDraft }>('GET', `${url}/draft`)).body.draft).toMatchObject({
      from: version,
      person: 'Piers',
      body: { split: { unread: 'previous' } },
    })
    expect((await piers('PUT', url, { from: version, body: draftOf({ unread: 'previous' }) })).status).toBe(200)
    expect((await piers<{ draft: null }>('GET', `${url}/draft`)).body.draft).toBeNull()
    expect((await piers('GET', `${url}/versions/${version}`)).body).toMatchObject({ split: { unread: 'hold' } })
    expect((await piers('GET', `${url}/versions/99`)).status).toBe(404)
    await piers('PUT', url, { from: version + 1, body: rubric.body })
    const versions = (await piers<RubricVersion[]>('GET', `${url}/versions`)).body
    expect(versions.slice(0, 2).map(one => [one.version, one.person])).toEqual([
      [version + 2, 'Piers'],
      [version + 1, 'Piers'],
    ])
    // The batch stays with the version that it was begun under.
    expect((await show()).version).toBe(begunUnder)
  })
})

describe('separator sheets', () => {
  it('are printed for a rule, and a value that does not fit is refused by its line', async () => {
    const rules = (await tamsin<SeparatorRule[]>('GET', '/api/separators')).body
    const letters = rules.find(one => one.rubricName === 'Office letters')!
    expect(letters).toMatchObject({ aside: true, format: 'Code128', groups: [{ name: 'file', label: 'Correspondence file' }] })
    const asked = { rubric: letters.rubric, rule: letters.rule, sheets: [{ file: 'HM204' }, { file: 'QA007' }], numbered: true }
    const { status, body } = await tamsin<string>('POST', '/api/separators', asked)
    expect([status, body.slice(0, 5)]).toEqual([200, '%PDF-'])
    const wrong = await tamsin<{ message: string }>('POST', '/api/separators', { ...asked, sheets: [{ file: 'HM204' }, { file: '9' }] })
    expect([wrong.status, wrong.body.message]).toEqual([
      400,
      'sheets[1]: found “FILE-9”, expected what fits ‘FILE-’, two capital letters, three digits.',
    ])
    expect((await tamsin('POST', '/api/separators', { ...asked, rule: 2 })).status).toBe(400)
  })
})

it('codes of a batch are there for whoever writes rules for it', () => {
  const read = codes.filter(page => page.codes.length).map(page => page.codes[0]!.value)
  expect(read).toEqual(truth.sides.filter(side => side.barcode?.readable).map(side => side.barcode!.value))
})
