import { worker } from '../core/model/actor'
import type { ChosenSend } from '../core/rubric/choices'
import type { FormatName } from '../core/model/fileFormats'
import type { MadeFile } from '../core/model/ledger'
import { freeName } from '../core/name/template'
import { namesOfOthers } from '../store/documents/toBuild'
import type { DocumentRow } from '../store/documents/read'
import type { Tx } from '../store/database'
import { refreshWords } from '../store/find/words'
import { documentSent } from './deliver'
import { inBatch, type Flow } from './inBatch'

/** Where a document goes and when, and which formats of it; null is all. `at` is a time of the office's day. */
export type SendTo = ChosenSend & { files: FormatName[] | null; together?: boolean; at?: string | null }

/**
 * Keeps a document's files and writes a slip for each destination, once. A name that another document of the batch has by
 * now gets " (2)": two workers may have made their documents side by side.
 */
export function documentBuilt(flow: Flow, document: DocumentRow, files: MadeFile[], sends: SendTo[], timeZone = 'UTC'): Promise<void> {
  return inBatch(flow, worker, document.batch_id, async batch => {
    const { tx, queue } = batch
    const changed = await tx`update documents set built_at = now() where id = ${document.id} and built_at is null returning id`
    if (!changed.length) return
    const names = await namesOfOthers(tx, document)
    const named = files.map(file => {
      const name = freeName(file.name, taken => names.has(taken))
      names.add(name)
      return { ...file, name }
    })
    for (const file of named) {
      await tx`
        insert into files (document_id, name, media_type, bytes, sha256, edition, format)
        select id, ${file.name}, ${file.mediaType}, ${file.bytes}, ${file.sha256}, edition, ${file.format}
        from documents where id = ${document.id}`
    }
    await refreshWords(tx, [document.id])
    await batch.note({ what: 'build', document: document.id, new: named.map(({ name, sha256 }) => ({ name, sha256 })) })
    for (const send of sends) {
      const { together = false, at = null } = send
      const [slip] = await tx<{ id: number }[]>`
        insert into slips (document_id, destination_id, folder, people, edition, formats, waits_for_batch, not_before, next_try)
        select documents.id, ${send.to}, ${send.folder}, ${send.people}, edition, ${send.files}, ${together}, goes.at,
          case when not ${together}::boolean then goes.at end
        from documents, (select ${nextTime(tx, at, timeZone)} as at) as goes
        where documents.id = ${document.id}
        on conflict do nothing
        returning id`
      if (!slip) continue
      batch.slips.add(slip.id)
      if (!together && at === null) await queue.send(tx, 'deliver', { slip: slip.id })
    }
    if (sends.length === 0) await documentSent(batch, document.id)
  })
}

/** When it is that time of day next, in the office's zone; null where no time is said. */
const nextTime = (tx: Tx, at: string | null, zone: string) => tx`(
  select min(moment)
  from (select (date_trunc('day', now() at time zone ${zone}) + make_interval(days => ahead) + ${at}::time) at time zone ${zone} as moment
    from generate_series(0, 1) as ahead) as moments
  where moment > now())`
