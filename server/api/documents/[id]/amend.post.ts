import { z } from 'zod'
import { ProtectCode } from '../../../../core/rubric/choices'
import { amendDocument } from '../../../../flow/amend'
import { Done } from '../../../../shared/views/done'
import { store } from '../../../context'
import { conflict } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Opens a finished document, so that pages can be added to it. Where its files open with a code alone, that is given again.',
  may: { change: 'document', act: 'index' },
  body: z.strictObject({ code: ProtectCode.nullish() }).optional(),
  answer: Done,
  async run({ actor, batch, params, body }) {
    switch (await amendDocument(store(), actor, { id: params.id, batch }, body?.code ?? null)) {
      case 'busy':
        throw conflict('Pages can be added to a document once it is made and none of its deliveries is under way.')
      case 'code':
        throw conflict('Its files open with a code alone, which is not kept. Type that code, too.')
      case 'done':
        return { ok: true }
    }
  },
})
