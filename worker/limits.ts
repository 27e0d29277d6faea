import { log, said } from '../log/log'
import { sendNotice } from '../connectors/notice'
import { waitingWords } from '../core/quality/waiting'
import { noteCrossing, toldOf, waitingByRubric } from '../store/batches/strain'
import { findMailServer, findOffice } from '../store/setup/office'
import type { Sql } from '../store/database'

/**
 * Tells people by mail, once for each crossing, that so much work waits under a rubric that its limit is near or reached.
 * One worker does it at a time; a crossing is noted before the mail goes, so that a mail server that fails tells nobody twice.
 */
export async function warnOfLimits(sql: Sql): Promise<void> {
  const crossed = await sql.begin(async tx => {
    const [row] = await tx<{ mine: boolean }[]>`select pg_try_advisory_xact_lock(7209) as mine`
    if (!row?.mine) return []
    const found = []
    for (const one of await waitingByRubric(tx)) {
      if (await noteCrossing(tx, one.id, one.strain)) found.push({ ...one, told: await toldOf(tx, one.id) })
    }
    return found
  })
  const mail = crossed.length ? await findMailServer(sql) : null
  if (!mail) return
  const { name: office } = await findOffice(sql)
  for (const { name, waiting, limits, strain, told } of crossed) {
    const then =
      strain === 'full' ? 'No new batch of it can be begun until some are done.' : 'At the limit no new batch of it can be begun.'
    for (const person of told) {
      if (person.mail === null) continue
      const text = `${person.name},\n\n${name}: ${waitingWords(waiting, limits)}\n${then}\n\n${office || 'Rubricator'}\n`
      await sendNotice(mail, {
        to: person.mail,
        subject: `${name}: ${strain === 'full' ? 'the limit is reached' : 'much work waits'}`,
        text,
      }).catch((error: unknown) => log.error(said(error), 'a warning could not be mailed'))
    }
  }
}
