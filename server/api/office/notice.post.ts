import { z } from 'zod'
import { sendNotice } from '../../../connectors/notice'
import { Done } from '../../../shared/views/done'
import { findMailServer } from '../../../store/setup/office'
import { store } from '../../context'
import { defineRoute, refuse } from '../../route'

export default defineRoute({
  does: 'Mails a notice to try the office’s mail server.',
  may: 'steward',
  body: z.strictObject({ to: z.email().max(200) }),
  answer: Done,
  async run({ body: { to }, person }) {
    const mail = await findMailServer(store().sql)
    if (!mail) throw refuse(422, 'No mail server is set up. Fill it in and save first.')
    try {
      await sendNotice(mail, {
        to,
        subject: 'A notice from Rubricator',
        text: `${person.name} tries whether notices arrive. This one did.`,
      })
    } catch (error) {
      throw refuse(502, error instanceof Error ? error.message : String(error))
    }
    return { ok: true }
  },
})
