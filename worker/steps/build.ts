import { join } from 'node:path'
import { fits } from '../../core/fields/conditions'
import { countersOf, renderFolder, renderName, type Counters, type NameContext } from '../../core/name/template'
import type { Rubric } from '../../core/rubric/rubric'
import { documentToMake } from '../../engine/documentToMake'
import { makeFiles } from '../../engine/makeFiles'
import { documentBuilt, type SendTo } from '../../flow/build'
import { documentToBuild } from '../../store/documents/toBuild'
import { documentNumbers, type CounterScope } from '../../store/documents/numbers'
import { findDocument } from '../../store/documents/read'
import { rubricOfBatch } from '../../store/setup/rubrics'
import { findOffice } from '../../store/setup/office'
import type { Work } from '../context'
import { inTempFolder } from '../../engine/tempFolder'

/** One document: its files, kept as blobs, and a slip for each destination. */
export async function build(work: Work, { document: id }: { document: number }): Promise<void> {
  const document = await findDocument(work.sql, id)
  if (!document || document.built || document.state === 'open') return
  const rubric = await rubricOfBatch(work.sql, document.batch_id)
  const facts = await documentToBuild(work.sql, id)
  const { timeZone } = await findOffice(work.sql)
  const toMake = documentToMake({
    rubric,
    batch: facts.batch,
    document: document.position,
    type: document.type,
    fields: facts.fields,
    barcode: facts.barcode,
    created: facts.created,
    timeZone,
    protect: facts.choices.protect ?? null,
    pages: await Promise.all(
      // Onto the same objects: copies would unpack the words of all pages at once.
      facts.pages.map(async page =>
        Object.assign(page, {
          file: await work.blobs.local(page.page_blob),
          ...(page.born_digital && page.blob ? { born: { file: await work.blobs.local(page.blob), page: page.source_page } } : {}),
        }),
      ),
    ),
  })
  toMake.name.counters = await countersFor(work, id, rubric, toMake.name)
  await inTempFolder(async folder => {
    const files = await makeFiles(rubric.files, toMake, folder, new Set())
    for (const file of files) await work.blobs.putFile(join(folder, file.name))
    const wanted = rubric.send.filter(send => (send.when ?? []).every(condition => fits(condition, facts.fields)))
    const sends = wanted.map((send): SendTo => {
      const chosen = send.ask ? facts.sends.find(one => one.to === send.to) : undefined
      return {
        to: send.to,
        folder: chosen?.folder || (send.folder ? renderName(send.folder, toMake.name) : ''),
        people: chosen?.people ?? [],
        files: send.files ?? null,
        together: send.together ?? false,
        at: send.at ?? null,
      }
    })
    await documentBuilt(work, document, files, sends, timeZone)
  })
}

/** The counters that the names of this document's files and folders ask for. */
async function countersFor(work: Work, document: number, rubric: Rubric, name: NameContext): Promise<Counters> {
  // A folder that is itself numbered needs the rubric's number first.
  const templates = [...rubric.files.map(file => file.name), ...rubric.send.flatMap(send => send.folder ?? [])]
  const counts = (counter: '#' | '#folder') => templates.filter(template => countersOf(template).includes(counter))
  const ofRubric = counts('#').length ? await documentNumbers(work.sql, document, ['#']) : null
  const counters: Counters = { rubric: ofRubric?.get('#') ?? 0, inFolder: () => 0 }
  const scopeOf = (folder: string): CounterScope => `/${folder}`
  const folders = counts('#folder').map(template => scopeOf(renderFolder(template, { ...name, counters })))
  const inFolders = await documentNumbers(work.sql, document, folders)
  return { ...counters, inFolder: folder => inFolders.get(scopeOf(folder))! }
}
