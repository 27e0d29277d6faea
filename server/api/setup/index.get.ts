import { listDestinations } from '../../../store/setup/destinations'
import { listDevices } from '../../../store/setup/devices'
import { listRubrics } from '../../../store/setup/rubrics'
import { anybody } from '../../../store/people/first'
import { store } from '../../context'

// Whoever comes first must learn that there is nobody yet; afterwards this tells only how far the set-up is.
export default defineEventHandler(async () => {
  const { sql } = store()
  if (!await anybody(sql)) return { people: false, devices: false, destinations: false, rubrics: false }
  const [devices, destinations, rubrics] = await Promise.all([listDevices(sql), listDestinations(sql), listRubrics(sql)])
  return { people: true, devices: devices.length > 0, destinations: destinations.length > 0, rubrics: rubrics.length > 0 }
})
