import { randomUUID } from 'node:crypto'
import { afterEach, beforeEach, describe, expect, inject, it } from 'vitest'
import { byPerson } from '../../core/model/actor'
import { Ledger } from '../../core/model/ledger'
import { undoCorrection } from '../../flow/correct'
import { enterFields } from '../../flow/fill'
import { correctionsOf } from '../../store/batches/corrections'
import { ledgerOfBatch } from '../../store/batches/ledger'
import { loadsOfBatch, pagesOfBatch, showBatch } from '../../store/batches/show'
import { openDatabase, type Sql } from '../../store/database'
import { entriesOf } from '../../store/documents/entries'
import { findDocument } from '../../store/documents/read'
import { searchDocuments } from '../../store/documents/search'
import { learnedOf } from '../../store/learned'
import { migrate } from '../../store/migrate'
import { schemaVersion } from '../../store/schema'
import { wordsOfPage } from '../../store/pages/words'
import { Queue } from '../../store/queue'
import { rubricFor } from '../core/pages'

// A database as an earlier release left it, filled, and brought to today's: nothing of it is lost, and work goes on.

const blob = 'ab'.repeat(32)
const evidence = { widthPx: 1654, heightPx: 2339, dpi: 200, ink: 0.03, skewDeg: 0, blank: false, codes: [], unread: [] }
const word = (text: string, line: number, x = 1) => ({ text, x, y: 1 + line, width: 0.8, height: 0.15, confidence: 0.93, line })
const words = [word('Mooring', 0), word('permit', 0, 2), word('04217', 1)]

let sql: Sql
let name: string
let person: string
beforeEach(async () => {
  name = `t${randomUUID().replaceAll('-', '')}`
  const admin = openDatabase(inject('postgres'), 1)
  await admin`create database ${admin(name)}`
  await admin.end()
  sql = openDatabase(inject('postgres').replace(/[^/]+$/, name), 3)
})
afterEach(async () => {
  await sql.end()
  const admin = openDatabase(inject('postgres'), 1)
  await admin`drop database ${admin(name)} with (force)`
  await admin.end()
})

/** A batch that waits for index values: two documents of a page each, the first with words and an entered value. Gives its number. */
async function fillAs(version: number): Promise<number> {
  const [one] = await sql<{ id: string }[]>`insert into people (name, password_hash, roles) values ('Tamsin', 'x', '{clerk}') returning id`
  person = one!.id
  const [rubric] = await sql<{ id: string }[]>`insert into rubrics (name) values ('Test') returning id`
  const note = { id: 'note', label: 'Note', kind: 'text' }
  const body = rubricFor({}, { types: [{ id: 'permit', label: 'Permit', fields: [note] }], defaultType: 'permit' })
  await sql`insert into rubric_versions (rubric_id, version, body) values (${rubric!.id}, 1,
    ${sql.json(body)})`
  const [device] = await sql<
    { id: string }[]
  >`insert into devices (name, address) values ('Device', 'http://127.0.0.1:9/eSCL') returning id`
  const [batch] = await sql<{ id: number }[]>`
    insert into batches (name, rubric_id, rubric_version, state, owner, completed_at) values ('Monday', ${rubric!.id}, 1, 'to index',
      ${person}, now()) returning id`
  const [load] = await sql<
    { id: number }[]
  >`insert into loads (batch_id, device_id, state, ended_at) values (${batch!.id}, ${device!.id}, 'ended', now()) returning id`
  for (const position of [1, 2]) {
    const [document] = await sql<{ id: number }[]>`
      insert into documents (batch_id, position, type, fields, read_at, filled_at)
      values (${batch!.id}, ${position}, 'permit',
        ${sql.json({ note: { value: `typed ${position}`, from: 'person', confidence: 1 } })}, now(), now()) returning id`
    await sql`
      insert into pages ${sql({
        batch_id: batch!.id,
        load_id: load!.id,
        load_side: position,
        position,
        sheet: position,
        side: 'front',
        source: 'Device',
        blob,
        media_type: 'image/jpeg',
        evidence: sql.json(evidence),
        page_blob: blob,
        thumbnail_blob: blob,
        words: sql.json(position === 1 ? words : []),
        fate: 'kept',
        why: 'Starts a document.',
        heading: true,
        document_id: document!.id,
        ...(version >= 2 ? { place: position } : {}),
      })}`
  }
  if (version === 1)
    await sql`update pages set answer = ${sql.json({ as: 'start' })}, answered_by = ${person}, answered_at = now() where position = 2`
  if (version >= 2) {
    const [page] = await sql<{ id: number }[]>`select id from pages where position = 2`
    await sql`insert into corrections (batch_id, edit, person) values (${batch!.id},
      ${sql.json({ do: 'start', page: page!.id, values: 'clear' })}, ${person})`
  }
  if (version >= 3) {
    await sql`insert into loads (batch_id, kind, state, source, blob, upload, ended_at) values (${batch!.id}, 'files', 'ended',
      'a.pdf', ${blob}, ${randomUUID()}, now())`
    await sql`insert into addresses (name, mail) values ('Desk', 'desk@saltmere.example')`
  }
  if (version >= 4)
    await sql`insert into batch_holds (batch_id, person, until) values (${batch!.id}, ${person}, now() + interval '30 seconds')`
  if (version >= 5) {
    const [document] = await sql<{ id: number }[]>`select id from documents where position = 2`
    await sql`update documents set edition = 2 where id = ${document!.id}`
    await sql`insert into files (document_id, name, media_type, bytes, sha256, edition) values (${document!.id}, 'b.pdf',
      'application/pdf', 9, ${blob}, 1)`
    await sql`insert into slips (document_id, destination_id, state, place, edition, delivered_at) values (${document!.id},
      'records', 'delivered', '/b.pdf', 1, now())`
  }
  await sql`insert into held_jobs (job, worker) values (${randomUUID()}, 7)`
  return batch!.id
}

describe.each([1, 2, 3, 4, 5])('a database of version %i', version => {
  it("keeps everything when it is brought to today's, and work goes on", async () => {
    await migrate(sql, version)
    const batch = await fillAs(version)
    const said: string[] = []
    await migrate(sql, Infinity, words => said.push(words))
    expect(said[0]).toMatch(new RegExp(`^Bringing the database \\(\\d+ \\w+\\) from version ${version} to ${schemaVersion}; work waits`))
    expect(said.at(-1)).toBe(`Version ${schemaVersion}, step ${schemaVersion - version} of ${schemaVersion - version}: done`)

    expect(await showBatch(sql, batch)).toMatchObject({ name: 'Monday', state: 'to index', owner: 'Tamsin' })
    expect((await pagesOfBatch(sql, batch)).map(page => [page.position, page.fate, page.document, page.read])).toEqual([
      [1, 'kept', 1, true],
      [2, 'kept', 2, true],
    ])
    const [first, second] = await sql<{ id: number }[]>`select id from pages order by position`
    expect(await wordsOfPage(sql, first!.id)).toEqual(words.map(one => ({ ...one, paragraph: one.line, block: 0 })))
    expect(await wordsOfPage(sql, second!.id)).toEqual([])
    expect(Ledger.parse(await ledgerOfBatch(sql, batch)).documents.map(document => document.fields.note!.value)).toEqual([
      'typed 1',
      'typed 2',
    ])
    expect(await correctionsOf(sql, batch)).toEqual({ undo: 1, redo: 0 })
    expect((await loadsOfBatch(sql, batch)).map(load => load.kind)).toEqual(version >= 3 ? ['device', 'files'] : ['device'])
    expect(
      (await sql`select began from loads order by id`)
        .map(row => Number(row.began))
        .every((began, at, all) => at === 0 || began > all[at - 1]!),
    ).toBe(true)
    expect(
      [...(await sql<{ field: string; value: string }[]>`select field, value from document_values order by document_id`)].map(row => [
        row.field,
        row.value,
      ]),
    ).toEqual([
      ['note', 'typed 1'],
      ['note', 'typed 2'],
    ])
    expect((await entriesOf(sql, 1)).map(entry => [entry.actor, entry.fields.note!.value])).toEqual([['worker', 'typed 1']])
    expect((await sql`select 1 from job_leases`).length).toBe(1)
    expect((await sql`select 1 from edit_locks`).length).toBe(version >= 4 ? 1 : 0)

    const queue = new Queue(inject('postgres').replace(/[^/]+$/, name), 'sender')
    await queue.start()
    const flow = { sql, queue }
    const found = await searchDocuments(
      sql,
      { id: person, name: 'Tamsin', roles: ['clerk'] },
      { text: 'mooring', fields: {}, rubric: 'Test', state: 'open', after: null, most: 10 },
    )
    expect(found).toHaveLength(1)
    const document = (await findDocument(sql, found[0]!.id))!
    expect(
      await enterFields(flow, byPerson(person), document, {
        fields: { note: { value: 'new', from: 'person', confidence: 1 } },
        confirm: true,
      }),
    ).toBeNull()
    // What a person had said of a page is a change like any other, and can be taken back; only not past a confirmed document.
    await expect(undoCorrection(flow, byPerson(person), batch)).rejects.toThrow('confirmed already')
    expect((await sql<{ what: string }[]>`select what from trail`).map(row => row.what)).toEqual(['confirm'])
    await queue.stop()
  })
})

it('where people found values before layouts were told apart stays known', async () => {
  await migrate(sql, 47)
  const [rubric] = await sql<{ id: string }[]>`insert into rubrics (name) values ('Test') returning id`
  const place = { page: 0, box: { x: 1, y: 2, width: 3, height: 0.2 }, words: 2, print: ['owner'] }
  const measured = { documents: 8, right: 8, wrong: 0, open: 0 }
  await sql`insert into learned (rubric_id, what, type, field, model) values
    (${rubric!.id}, 'place', 'permit', 'note', ${sql.json({ ...place, measured })}), (${rubric!.id}, 'place', 'permit', 'hull', null)`
  await migrate(sql)
  expect((await learnedOf(sql, rubric!.id)).places).toEqual({ permit: { note: { layouts: [place], measured } } })
})

it('a database that is newer than the program is refused in words', async () => {
  await migrate(sql)
  await sql`insert into migrations (number, name) values (999, 'from the future')`
  await expect(migrate(sql)).rejects.toThrow('The database is at version 999')
})
