import { HeldPrints } from '../../../shared/views/printing'
import { heldPrints } from '../../../store/printJobs'
import { findDevice } from '../../../store/setup/devices'
import { store } from '../../context'
import { panelOf } from '../../panel'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Print jobs that wait for whoever asks, and whether the device at which they stand prints.',
  may: 'person',
  answer: HeldPrints,
  async run({ event, person }): Promise<HeldPrints> {
    const { sql } = store()
    const panel = await panelOf(event)
    const device = panel && (await findDevice(sql, panel.device_id))
    return { prints: await heldPrints(sql, person.id), device: device?.printer ? device.name : null }
  },
})
