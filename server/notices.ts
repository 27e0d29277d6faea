import { log, said } from '../log/log'
import { sendNotice } from '../connectors/notice'
import { findMailServer, findOffice } from '../store/setup/office'
import { store } from './context'

/** Mails words to a person where the office has a mail server; whether it went out. */
export async function mailNotice(to: string | null, subject: string, text: string): Promise<boolean> {
  if (to === null) return false
  const { sql } = store()
  try {
    const mail = await findMailServer(sql)
    if (!mail) return false
    const { name } = await findOffice(sql)
    await sendNotice(mail, { to, subject, text: `${text}\n\n${name || 'Rubricator'}\n` })
    return true
  } catch (error) {
    log.error(said(error), 'a notice could not be mailed')
    return false
  }
}
