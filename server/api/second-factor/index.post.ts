import { z } from 'zod'
import { qrSvg } from '../../../engine/qr'
import { offerSecondFactor } from '../../../store/people/secondFactor'
import { requireProof } from '../../access'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Offers one a second factor, to be taken into an authenticator and confirmed by a code of it.',
  may: 'person',
  answer: z.strictObject({ secret: z.string(), picture: z.string() }),
  async run({ event, person }) {
    await requireProof(event)
    const { secret, address } = await offerSecondFactor(store().sql, person)
    return { secret, picture: qrSvg(address) }
  },
})
