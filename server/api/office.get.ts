import { findOffice } from '../../store/setup/office'
import { usualNetworks } from '../../reach/networks'
import type { OfficeView } from '../../shared/views/setUp'
import { store } from '../context'
import { defineRoute } from '../route'

export default defineRoute({
  does: 'The office’s settings, without the mail server’s password.',
  may: 'steward',
  async run(): Promise<OfficeView> {
    return { ...(await findOffice(store().sql)), usualNetworks }
  },
})
