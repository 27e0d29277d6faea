import { usualNetworks } from '../../reach/networks'
import { OfficeView } from '../../shared/views/setUp'
import { findOffice } from '../../store/setup/office'
import { store } from '../context'
import { defineRoute } from '../route'

export default defineRoute({
  does: 'The office’s settings, without the mail server’s password.',
  may: 'steward',
  answer: OfficeView,
  async run(): Promise<OfficeView> {
    return { ...(await findOffice(store().sql)), usualNetworks }
  },
})
