import { esclDevice } from '../../../devices/escl'
import { panelOf } from '../../panel'
import { defineRoute } from '../../route'

const patienceSeconds = 3

export default defineRoute({
  does: 'What this screen is: the panel of a device, with the state of the device, or none.',
  may: 'anybody',
  async run({ event }) {
    const panel = await panelOf(event)
    if (!panel) return { device: null }
    const status = await esclDevice({ ...panel, name: panel.device }, patienceSeconds)
      .status()
      .catch(() => null)
    return { device: { id: panel.device_id, name: panel.device, status } }
  },
})
