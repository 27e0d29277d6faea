import type { MailServer } from '../core/model/office'
import { inWords, openTransport } from './mail'

/** Sends a few words by mail. @throws {Error} in words */
export async function sendNotice(server: MailServer, notice: { to: string; subject: string; text: string }): Promise<void> {
  try {
    const transport = await openTransport(server)
    await transport
      .sendMail({ from: server.from, ...notice, disableUrlAccess: true, disableFileAccess: true })
      .finally(() => transport.close())
  } catch (error) {
    throw inWords(error, server)
  }
}
