import { log, said } from '../log/log'
import { sendNotice } from '../connectors/notice'
import { headText } from '../core/ledger/chain'
import { chainTrail, headOfToday } from '../store/trailChain'
import { stewardsToTell } from '../store/people/people'
import { findMailServer, findOffice } from '../store/setup/office'
import type { Sql } from '../store/database'

/**
 * Chains what was written to the trail, and tells the stewards once a day by mail what the chain comes to: a trail that was cut off
 * or written anew does not agree with it.
 */
export async function keepTrail(sql: Sql): Promise<void> {
  while ((await chainTrail(sql)) > 0);
  const head = await headOfToday(sql)
  const mail = head && (await findMailServer(sql))
  if (!head || !mail) return
  const { name: office } = await findOffice(sql)
  for (const person of await stewardsToTell(sql)) {
    const text =
      `${person.name},\n\nthe trail of ${office || 'Rubricator'} on ${head.day} comes to\n\n  ${headText(head)}\n\n` +
      `Keep this mail: “rubricator trail verify --head …” with this line says whether the trail still comes through it.\n`
    await sendNotice(mail, { to: person.mail, subject: `The trail on ${head.day}`, text }).catch((error: unknown) =>
      log.error(said(error), 'the head of the trail could not be mailed'),
    )
  }
}
