import { z } from 'zod'
import { lockForEditing } from '../../../../flow/editLock'
import { Editor } from '../../../../shared/views/people'
import { store } from '../../../context'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Takes or renews the edit lock of a batch; answers who has it.',
  may: { see: 'batch' },
  body: z.strictObject({ /** From whoever has it. */ over: z.boolean().default(false) }),
  answer: Editor,
  run: ({ person, batch, body }) => lockForEditing(store().sql, batch, person.id, body.over),
})
