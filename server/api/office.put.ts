import { Office } from '../../core/model/office'
import { isNetwork } from '../../reach/networks'
import { Done } from '../../shared/views/done'
import { findOffice, saveOffice } from '../../store/setup/office'
import { store } from '../context'
import { defineRoute, refuse } from '../route'

export default defineRoute({
  does: 'Sets what holds for the whole office; a mail password that is left out stays, as long as the server does.',
  may: 'steward',
  setting: 'office',
  body: Office,
  answer: Done,
  async run({ body }) {
    const wrong = body.networks?.find(network => !isNetwork(network))
    if (wrong !== undefined) throw refuse(422, `“${wrong}” is no network. Write it with its length, such as 192.0.2.0/24.`)
    const { sql } = store()
    const { mail, mailPasswordKept } = await findOffice(sql)
    const moved = mail?.host !== body.mail?.host || mail?.port !== body.mail?.port
    const left = body.mail !== null && moved && mailPasswordKept && body.mail.password === undefined
    // A password that was given for one server is not shown to another.
    if (left && body.mail!.user) throw refuse(422, 'This is another mail server. Type the password that belongs to it.')
    await saveOffice(sql, left ? { ...body, mail: { ...body.mail!, password: '' } } : body)
    return { ok: true }
  },
})
