import { readFile } from 'node:fs/promises'
import { issueText } from '../../core/model/issues'
import { readRubric } from '../../core/model/readRubric'
import type { Sql } from '../../store/database'
import { addPerson } from '../../store/people/people'
import { putDestination } from '../../store/setup/destinations'
import { putDevice } from '../../store/setup/devices'
import { addRubric } from '../../store/setup/rubrics'
import type { SignIn } from '../dataFolder'

const rubrics = ['mooring-permits', 'landing-slips', 'office-letters', 'mixed-post', 'glass-pages']

/** Puts the demo's people, rubrics, device and destination into the store. May run at every start. */
export async function seed(sql: Sql, demo: { signIns: SignIn[], pinKey: string, officeDevice: string, networkFolder: string, register: { address: string, key: string } }): Promise<void> {
  for (const person of demo.signIns) await addPerson(sql, person, demo.pinKey)
  for (const file of rubrics) {
    const read = readRubric(JSON.parse(await readFile(new URL(`${file}.rubric.json`, import.meta.url), 'utf8')))
    if (!read.ok) throw new Error(`${file}: ${read.issues.map(issueText).join('; ')}`)
    await addRubric(sql, read.rubric)
  }
  await putDevice(sql, 'Office device', demo.officeDevice)
  await putDestination(sql, {
    id: 'vessel-register', name: 'Vessel register', connector: 'business-records',
    options: {
      address: demo.register.address, key: demo.register.key, noun: 'vessel', shown: ['name', 'owner', 'berth', 'registered'],
      lookup: { path: '/vessels', parameter: 'hull', field: 'hull' }, attach: '/vessels/{record}/documents/{document}',
    },
  })
  await putDestination(sql, { id: 'records-office', name: 'Records office (network folder)', connector: 'network-folder', options: { path: demo.networkFolder } })
}
