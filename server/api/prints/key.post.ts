import { z } from 'zod'
import { newPrintingKey } from '../../../store/people/tokens'
import { appendToTrail } from '../../../store/trail'
import { store } from '../../context'
import { ownAddress } from '../../ownAddress'
import { defineRoute } from '../../route'
import { addressOf } from '../../session'

export default defineRoute({
  does: 'Makes a printing key for whoever asks, in the place of the one before, and says where to print to.',
  may: 'person',
  status: 201,
  answer: z.strictObject({ key: z.string(), address: z.string() }),
  async run({ event, person, actor }) {
    const { sql } = store()
    const key = await newPrintingKey(sql, person.id)
    await appendToTrail(sql, actor, { what: 'printing key' }, addressOf(event))
    const own = new URL(ownAddress(event))
    return { key, address: `${own.protocol === 'https:' ? 'ipps' : 'ipp'}://${own.host}/api/print` }
  },
})
