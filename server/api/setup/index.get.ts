import { SetupState } from '../../../shared/views/setUp'
import { anybody } from '../../../store/people/first'
import { listDestinations } from '../../../store/setup/destinations'
import { listDevices } from '../../../store/setup/devices'
import { listRubrics } from '../../../store/setup/rubrics'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'How far a copy is set up. Whoever comes first must learn that there is nobody yet.',
  may: 'anybody',
  answer: SetupState,
  async run() {
    const { sql } = store()
    if (!(await anybody(sql))) return { people: false, devices: false, destinations: false, rubrics: false }
    const [devices, destinations, rubrics] = await Promise.all([listDevices(sql), listDestinations(sql), listRubrics(sql)])
    return { people: true, devices: devices.length > 0, destinations: destinations.length > 0, rubrics: rubrics.length > 0 }
  },
})
