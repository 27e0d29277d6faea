import { randomInt } from 'node:crypto'
import { openDatabase, type Sql, type Tx } from '../../store/database'
import { copyWords } from '../../store/pages/words'
import { running } from './running'

let pool: Sql | null = null
const database = () => (pool ??= openDatabase(running().database, 1))

/** Columns of a table that are copied as they are. */
async function columnsOf(tx: Tx, table: string, but: readonly string[]): Promise<string[]> {
  const rows = await tx<{ name: string }[]>`
    select column_name as name from information_schema.columns where table_schema = 'public' and table_name = ${table}
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
