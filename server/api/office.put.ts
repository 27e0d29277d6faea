import { Office } from '../../core/model/office'
import { isNetwork } from '../../reach/networks'
import { saveOffice } from '../../store/setup/office'
import { store } from '../context'
import { defineRoute, refuse } from '../route'

export default defineRoute({
  does: 'Sets what holds for the whole office; a mail password that is left out stays.',
  may: 'steward',
  setting: 'office',
  body: Office,
  async run({ body }) {
    const wrong = body.networks?.find(network => !isNetwork(network))
    if (wrong !== undefined) throw refuse(422, `“${wrong}” is no network. Write it with its length, such as 192.0.2.0/24.`)
    await saveOffice(store().sql, body)
    return { ok: true }
  },
})
