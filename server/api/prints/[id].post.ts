import { z } from 'zod'
import { PrintChoices } from '../../../core/model/printing'
import { Done } from '../../../shared/views/done'
import { askPrint } from '../../../store/printJobs'
import { findDevice } from '../../../store/setup/devices'
import { store } from '../../context'
import { requirePanel } from '../../panel'
import { conflict } from '../../refusals'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Prints a job that waits, at the device of this panel.',
  may: 'person',
  params: z.object({
    id: z.coerce
      .number()
      .int()
      .positive()
      .max(2 ** 31 - 1),
  }),
  body: PrintChoices,
  answer: Done,
  async run({ event, person, params, body }) {
    const panel = await requirePanel(event)
    const device = await findDevice(store().sql, panel.device_id)
    if (!device?.printer) throw conflict(`${panel.device} does not print. Go to a device that does.`)
    if (!(await askPrint(store(), person.id, params.id, device.id, body)))
      throw conflict('This job does not wait any more. It was printed or deleted meanwhile.')
    return { ok: true }
  },
})
