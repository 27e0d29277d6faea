import { randomInt } from 'node:crypto'
import { json, openDatabase, type Sql, type Tx } from '../../store/database'
import { copyWords } from '../../store/pages/words'
import { newestRubric, soundRubric } from '../../store/setup/rubrics'
import { learnRubric } from '../../worker/learn'
import { running } from './running'

let pool: Sql | null = null
const database = () => (pool ??= openDatabase(running().database, 1))

/** Columns of a table that are copied as they are. */
async function columnsOf(tx: Tx, table: string, but: readonly string[]): Promise<string[]> {
  const rows = await tx<{ name: string }[]>`
    select column_name as name from information_schema.columns where table_schema = 'public' and table_name = ${table}
      and is_generated = 'NEVER'
      order by ordinal_position`
  return rows.map(row => row.name).filter(name => !['id', ...but].includes(name))
}

/** Copies a batch's rows of a table, with other values in these columns; the new identities by the old ones. */
async function copyRows(tx: Tx, table: string, batch: number, values: Record<string, string>): Promise<Map<number, number>> {
  const columns = await columnsOf(tx, table, Object.keys(values))
  const key = table === 'batches' ? 'id' : 'batch_id'
  const old = await tx<{ id: number }[]>`select id from ${tx(table)} where ${tx(key)} = ${batch} order by id`
  const made = await tx.unsafe<{ id: number }[]>(`
    insert into ${table} (${[...columns, ...Object.keys(values)].join(', ')})
    select ${[...columns, ...Object.values(values)].join(', ')} from ${table} where ${key} = ${batch} order by id
    returning id`)
  return new Map(old.map(({ id }, at) => [id, made[at]!.id]))
}

const asCase = (column: string, map: ReadonlyMap<number, number>) =>
  map.size ? `case ${column} ${[...map].map(([from, to]) => `when ${from} then ${to}`).join(' ')} end` : 'null'

/**
 * A batch like another one that is at rest and on whose ribbon nobody changed anything yet: its rows copied, its blobs
 * shared. Scanning the same paper again for each test would prove nothing that one test does not.
 */
export async function copyOf(batch: number, owner?: string): Promise<number> {
  return await database().begin(async tx => {
    const [person] = owner ? await tx<{ id: string }[]>`select id from people where name = ${owner}` : []
    // A name of its own, by which a person finds it among the other copies.
    const name = `name || ', copy ${randomInt(1e9)}'`
    const batches = await copyRows(tx, 'batches', batch, person ? { name, owner: `'${person.id}'` } : { name })
    const id = batches.get(batch)!
    const loads = await copyRows(tx, 'loads', batch, { batch_id: String(id), upload: 'null' })
    const documents = await copyRows(tx, 'documents', batch, { batch_id: String(id) })
    const pages = await copyRows(tx, 'pages', batch, {
      batch_id: String(id),
      load_id: asCase('load_id', loads),
      document_id: asCase('document_id', documents),
    })
    await copyWords(
      tx,
      [...pages].map(([from, to]) => ({ from, to })),
    )
    return id
  })
}

/** A file and a slip of a document, as they are after it was made. */
export async function addFileAndSlip(document: number): Promise<{ file: number; slip: number }> {
  const [file] = await database()<{ id: number }[]>`
    insert into files (document_id, name, media_type, bytes, sha256) values (${document}, 'a.pdf', 'application/pdf', 1,
      ${'ab'.repeat(32)}) returning id`
  const [slip] = await database()<{ id: number }[]>`
    insert into slips (document_id, destination_id, state, trouble) values (${document}, 'records-office', 'failed',
      'The folder is not there.') returning id`
  return { file: file!.id, slip: slip!.id }
}

/** Values as the machine gives them, from a barcode. */
const fieldsOf = (values: Record<string, string>) =>
  Object.fromEntries(Object.entries(values).map(([id, value]) => [id, { value, from: 'barcode', confidence: 1 }]))

/**
 * A copied batch whose documents wait for their values: what it asked is set aside, its pages count as read, and each
 * document has these values. @param more documents besides, each of the first one's first page
 */
export async function toIndex(batch: number, values: Record<string, string>, missing: string[], more = 0): Promise<void> {
  await database().begin(async tx => {
    await tx`update batches set state = 'to index' where id = ${batch}`
    await tx`update pages set asks = false, fate = case when fate = 'held' then 'set-aside' else fate end, read_at = now()
      where batch_id = ${batch}`
    await tx`update documents set state = 'open', fields = ${json(tx, fieldsOf(values))}, missing = ${missing}, read_at = now(),
      filled_at = now() where batch_id = ${batch}`
    if (more === 0) return
    const columns = (table: string, but: string[]) => columnsOf(tx, table, but).then(all => all.join(', '))
    const kept = await columns('documents', ['position'])
    await tx.unsafe(`insert into documents (position, ${kept})
      select (select max(position) from documents where batch_id = ${batch}) + number, ${kept}
      from generate_series(1, ${more}) as number
      join documents on batch_id = ${batch} and position = 1 order by number`)
    const same = await columns('pages', ['position', 'page_order', 'load_side', 'document_id'])
    await tx.unsafe(`insert into pages (position, page_order, load_side, document_id, ${same})
      select first.last + number, first.last + number, first.last + number, own.id, ${same.replace(/\bbatch_id\b/, 'first.batch_id')}
      from (select *, (select max(greatest(position, page_order, load_side)) from pages where batch_id = ${batch}) as last from pages
        where document_id = (select id from documents where batch_id = ${batch} and position = 1) order by page_order limit 1) as first
      cross join (select id as id, row_number() over (order by position) as number from documents
        where batch_id = ${batch} order by position desc limit ${more}) as own`)
  })
}

/** Somebody is at a document from now on, of which nobody is told. */
export async function leaseQuietly(document: number, name: string): Promise<void> {
  await database()`
    insert into document_leases (document_id, person, until)
    select ${document}, id, now() + interval '1 minute' from people where name = ${name}
    on conflict (document_id) do update set person = excluded.person, until = excluded.until`
}

/** The pages of one of a batch's documents have these words, and all its documents are found. */
export async function readAndFind(batch: number, position: number, words: string): Promise<void> {
  await database().begin(async tx => {
    const own = await tx<{ id: number }[]>`
      select pages.id from pages join documents on documents.id = document_id
      where documents.batch_id = ${batch} and documents.position = ${position}`
    // One word is in doubt.
    const packed = words.split(' ').map((text, at) => [text, 1000 + at * 600, 1000, 500, 150, text === 'lantern' ? 400 : 990, 0, 0, 0])
    for (const { id } of own)
      await tx`insert into page_words (page_id, words, plain) values (${id}, ${json(tx, packed)}, ${words})
        on conflict (page_id) do update set words = excluded.words, plain = excluded.plain`
    await tx`select refresh_document_words(array(select id from documents where batch_id = ${batch}))`
  })
}

/** Nobody has read this page. */
export async function forgetReading(page: number): Promise<void> {
  await database().begin(async tx => {
    await tx`delete from page_words where page_id = ${page}`
    await tx`update pages set read_at = null where id = ${page}`
  })
}

/** Puts a batch under a rubric like its own, with these keys besides. */
export async function underRubric(batch: number, name: string, keys: Record<string, unknown>): Promise<void> {
  await database().begin(async tx => {
    const [own] = await tx<{ body: Record<string, unknown> }[]>`
      select body from rubric_versions join batches on batches.rubric_id = rubric_versions.rubric_id and rubric_version = version
      where batches.id = ${batch}`
    const [made] = await tx<{ id: string }[]>`
      insert into rubrics (name) values (${`${name} ${batch}`}) returning id`
    const body = { ...own!.body, name: `${name} ${batch}`, send: [], ...keys }
    await tx`insert into rubric_versions (rubric_id, version, body) values (${made!.id}, 1, ${json(tx, body)})`
    await tx`update batches set rubric_id = ${made!.id}, rubric_version = 1 where id = ${batch}`
  })
}

/** So many batches of a batch's rubric of which a sampling plan refused each, one after the other. */
export async function refusedBefore(batch: number, count: number): Promise<void> {
  const sql = database()
  const lot = { size: 9, seed: 1, why: '', inspection: 'normal', accept: 0, adds: 0, accepted: false }
  await sql`
    insert into batches (name, rubric_id, rubric_version, state, owner, lot)
    select name || number, rubric_id, rubric_version, 'done', owner,
      ${json(sql, lot)}::jsonb || jsonb_build_object('decidedAt', now() - make_interval(mins => 60 - number))
    from batches cross join generate_series(1, ${count}::int) as number where batches.id = ${batch}`
}

/** What a worker does once a minute. */
export async function learnNow(rubric: string): Promise<void> {
  await learnRubric(database(), rubric, soundRubric((await newestRubric(database(), rubric))!.body))
}

/** The documents of a batch as a person confirmed them, each with a value of its own that they typed. */
export async function confirmedBy(batch: number, name: string, field: string, valueOf: (position: number) => string): Promise<void> {
  await database().begin(async tx => {
    for (const { id, position } of await tx<
      { id: number; position: number }[]
    >`select id, position from documents where batch_id = ${batch}`)
      await tx`
        update documents set state = 'indexed', indexed_at = now(), indexed_by = (select id from people where name = ${name}),
          fields = ${json(tx, { [field]: { value: valueOf(position), from: 'person', confidence: 1 } })}
        where id = ${id}`
  })
}
