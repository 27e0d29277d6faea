import { esclDevice } from '../../../devices/escl'
import { PanelView } from '../../../shared/views/devices'
import { panelOf } from '../../panel'
import { defineRoute } from '../../route'
import { toldStatus } from '../../toldStatus'

const patienceSeconds = 3

export default defineRoute({
  does: 'What this screen is: the panel of a device, with the state of the device, or none.',
  may: 'anybody',
  answer: PanelView,
  async run({ event }) {
    const panel = await panelOf(event)
    if (!panel) return { device: null }
    const status = await esclDevice({ ...panel, name: panel.device }, patienceSeconds)
      .status()
      .then(toldStatus)
      .catch(() => null)
    return { device: { id: panel.device_id, name: panel.device, status } }
  },
})
