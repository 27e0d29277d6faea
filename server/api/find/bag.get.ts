import { createHash } from 'node:crypto'
import { Readable } from 'node:stream'
import yazl from 'yazl'
import { tagFiles, type Payload } from '../../../core/archive/bag'
import { FindAsked } from '../../../shared/views/find'
import { batchesOf, filesToBag } from '../../../store/find/bagged'
import { findDocuments, knownTypes } from '../../../store/find/find'
import { findOffice } from '../../../store/setup/office'
import { appendToTrail } from '../../../store/trail'
import { foundView } from '../../found'
import { store } from '../../context'
import { defineRoute, refuse, sendFile } from '../../route'
import { addressOf } from '../../session'

const most = { documents: 1000, gigabytes: 4 }

export default defineRoute({
  does: 'The documents of a search as one package for an archive (BagIt, RFC 8493, as ZIP): their files and index values.',
  may: 'person',
  query: FindAsked,
  async run({ event, person, actor, query }) {
    const { sql, blobs } = store()
    const rows = await findDocuments(sql, person, query, most.documents + 1)
    if (rows.length === 0) throw refuse(404, 'Nothing fits this search.')
    if (rows.length > most.documents)
      throw refuse(413, `A package holds at most ${most.documents} documents. Narrow the search, by days for instance.`)
    const ids = rows.map(row => row.id)
    const [files, batches] = await Promise.all([filesToBag(sql, ids), batchesOf(sql, ids)])
    const types = await knownTypes(sql, person)
    const indexes = rows.map(row => {
      const { title, day } = foundView(row, types)
      const values = Object.fromEntries(Object.entries(row.fields).map(([field, { value }]) => [field, value]))
      const { id, type, state, rubric, batch } = row
      const text = `${JSON.stringify({ document: id, title, type, state, rubric, batch, day, values }, null, 2)}\n`
      return { path: `${id}/index.json`, bytes: Buffer.from(text) }
    })
    const bytes = [...files, ...indexes.map(index => ({ bytes: index.bytes.length }))].reduce((sum, one) => sum + one.bytes, 0)
    if (bytes > most.gigabytes * 1e9)
      throw refuse(413, `A package holds at most ${most.gigabytes} GB. Narrow the search, by days for instance.`)

    const payload: (Payload & { content: () => Promise<Buffer> })[] = [
      ...files.map(file => ({ path: `${file.document}/${file.name}`, sha256: file.sha256, content: () => blobs.get(file.sha256) })),
      ...indexes.map(index => ({ path: index.path, sha256: digest(index.bytes), content: () => Promise.resolve(index.bytes) })),
    ]
    const { name: office } = await findOffice(sql)
    const info = [
      ['Source-Organization', office],
      ['External-Description', `${rows.length} documents`],
      ['Bagging-Date', new Date().toISOString().slice(0, 10)],
    ] as const
    await sql.begin(async tx => {
      for (const { document, batch } of batches)
        await appendToTrail(tx, actor, { what: 'download', batch, document, new: { file: 'documents.zip' } }, addressOf(event))
    })
    sendFile(event, 'application/zip', { 'content-disposition': 'attachment; filename="documents.zip"' })
    return zipped(payload, tagFiles(info, payload, bytes, digest))
  },
})

const digest = (content: Uint8Array | string) => createHash('sha256').update(content).digest('hex')

/** As a stream, one file at a time; a file that cannot be read breaks it off, so that nobody takes a part for the whole. */
function zipped(
  payload: readonly { path: string; content: () => Promise<Buffer> }[],
  tags: readonly (readonly [string, string])[],
): Readable {
  const zip = new yazl.ZipFile()
  const out = Readable.from(zip.outputStream)
  for (const [name, text] of tags) zip.addBuffer(Buffer.from(text), `documents/${name}`)
  for (const { path, content } of payload)
    zip.addReadStreamLazy(`documents/data/${path}`, done => {
      content().then(
        bytes => {
          done(null, Readable.from([bytes]))
        },
        (error: unknown) => out.destroy(error as Error),
      )
    })
  zip.end()
  return out
}
