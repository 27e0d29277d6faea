import { readFile } from 'node:fs/promises'
import { issueText } from '../../core/model/issues'
import { readRubric } from '../../core/rubric/readRubric'
import { Scope } from '../../shared/views/people'
import type { Sql } from '../../store/database'
import { addAddress } from '../../store/people/addresses'
import { addPerson, personByName } from '../../store/people/people'
import { addToken } from '../../store/people/tokens'
import { putDestination } from '../../store/setup/destinations'
import { putDevice, setPrinter } from '../../store/setup/devices'
import { findSingleSignOn, saveSingleSignOn } from '../../store/setup/singleSignOn'
import { findOffice, saveOffice } from '../../store/setup/office'
import { setReaderKey } from '../../store/setup/panels'
import { addRubric } from '../../store/setup/rubrics'
import type { SignIn } from '../dataFolder'
import type { Standins } from './standins'

const rubrics = [
  'mooring-permits',
  'landing-slips',
  'office-letters',
  'mixed-post',
  'glass-pages',
  'scan-to-people',
  'cloud-filing',
  'crew-cards',
  'logbooks',
  'berth-plans',
  'dues-statements',
  'berth-applications',
  'vessel-inspections',
  'plain-copies',
]
const addresses: [string, string][] = [
  ['Berthing desk', 'berths@saltmere.example'],
  ['Harbour master', 'harbour.master@saltmere.example'],
  ['Hedra Penrose', 'hedra@saltmere.example'],
  ['Jowan Trevail', 'jowan@saltmere.example'],
  ['Records office', 'records@saltmere.example'],
  ['Tamsin Roe', 'tamsin@saltmere.example'],
]

/** The harbour's own provider, which has another port at each start; another one that a steward named stays. */
async function seedSingleSignOn(sql: Sql, { address, secret }: Standins['identity']): Promise<void> {
  const known = await findSingleSignOn(sql)
  if (known && !known.issuer.startsWith('http://127.0.0.1:')) return
  const groups = { clerk: 'records', checker: 'records-checkers', steward: 'records-stewards' }
  const usual = {
    clientId: 'rubricator',
    label: 'the harbour’s account',
    scope: 'openid profile email groups',
    claim: 'groups',
    groups,
    adds: true,
  }
  await saveSingleSignOn(sql, { ...usual, ...known, issuer: address, clientSecret: secret })
}

/** The office, whose mail server has another port at each start; what a steward changed stays. */
async function seedOffice(sql: Sql, { port, password }: Standins['mail']): Promise<void> {
  const { mailPasswordKept: _, ...office } = await findOffice(sql)
  const mail = { host: '127.0.0.1', port, secure: false, user: 'rubricator', password, from: 'rubricator@saltmere.example' }
  await saveOffice(sql, {
    ...office,
    ...(office.name === '' ? { name: 'Saltmere Harbour Office', timeZone: 'Europe/London' } : {}),
    mail: office.mail && office.mail.host !== mail.host ? office.mail : mail,
  })
}

/** Puts the demo's people, rubrics, device and destinations into the store. May run at every start. */
export async function seed(
  sql: Sql,
  demo: Standins & { signIns: SignIn[]; pinKey: string; readerKey: string; networkFolder: string },
): Promise<void> {
  await seedOffice(sql, demo.mail)
  await seedSingleSignOn(sql, demo.identity)
  for (const person of demo.signIns) {
    await addPerson(sql, { ...person, mail: `${person.name.toLowerCase()}@saltmere.example` }, demo.pinKey)
    const known = await personByName(sql, person.name)
    if (known) await addToken(sql, { person: known, name: 'Demo', scopes: Scope.options }, person.token)
  }
  for (const [name, mail] of addresses) await addAddress(sql, { name, mail, by: null })
  for (const file of rubrics) {
    const read = readRubric(JSON.parse(await readFile(new URL(`${file}.rubric.json`, import.meta.url), 'utf8')))
    if (!read.ok) throw new Error(`${file}: ${read.issues.map(issueText).join('; ')}`)
    await addRubric(sql, read.rubric)
  }
  const device = await putDevice(sql, 'Office device', demo.officeDevice)
  await setPrinter(sql, device, demo.printer)
  await setReaderKey(sql, device, demo.readerKey)
  await putDestination(sql, {
    id: 'vessel-register',
    name: 'Vessel register',
    connector: 'business-records',
    options: {
      address: demo.register.address,
      key: demo.register.key,
      noun: 'vessel',
      shown: ['name', 'owner', 'berth', 'registered'],
      lookup: { path: '/vessels', parameter: 'hull', field: 'hull', begins: 'begins' },
      attach: '/vessels/{record}/documents/{document}',
      write: { path: '/vessels/{record}', values: ['lastLanding = landed'] },
    },
  })
  await putDestination(sql, {
    id: 'records-office',
    name: 'Records office (network folder)',
    connector: 'network-folder',
    options: { path: demo.networkFolder },
  })
  await putDestination(sql, {
    id: 'office-mail',
    name: 'Office mail',
    connector: 'mail',
    options: {
      host: '127.0.0.1',
      port: demo.mail.port,
      user: 'rubricator',
      password: demo.mail.password,
      from: 'scans@saltmere.example',
      subject: '{batch}: document {document}',
      text: 'Scanned at the harbour office.\n\n{values}',
    },
  })
  await putDestination(sql, {
    id: 'cloud-folder',
    name: 'Cloud folder',
    connector: 'cloud-folder',
    options: { address: demo.cloud.address, user: 'records', password: demo.cloud.password },
  })
  // The same folder, let in by a person's sign-in at the harbour's provider.
  await putDestination(sql, {
    id: 'cloud-by-sign-in',
    name: 'Cloud folder (by sign-in)',
    connector: 'cloud-folder',
    options: {
      address: demo.cloud.address,
      tokenAddress: `${demo.identity.address}/token`,
      signInAddress: `${demo.identity.address}/auth`,
      clientId: 'rubricator',
      clientSecret: demo.identity.secret,
      scope: 'files offline_access',
    },
  })
  const { transfer, archive } = demo
  await putDestination(sql, {
    id: 'file-server',
    name: 'File server (SFTP)',
    connector: 'sftp',
    options: {
      host: '127.0.0.1',
      port: transfer.sftp,
      user: 'records',
      password: transfer.password,
      fingerprint: transfer.fingerprint,
      path: 'records',
    },
  })
  await putDestination(sql, {
    id: 'old-file-server',
    name: 'Old file server (FTP)',
    connector: 'ftp',
    options: {
      host: '127.0.0.1',
      port: transfer.ftp,
      certificate: transfer.certificate,
      user: 'records',
      password: transfer.password,
      path: 'old records',
    },
  })
  await putDestination(sql, {
    id: 'object-store',
    name: 'Object store',
    connector: 'objects',
    options: { endpoint: transfer.objects, bucket: 'records', user: 'S3RVER', secret: 'S3RVER' },
  })
  await putDestination(sql, {
    id: 'archive',
    name: 'Archive (CMIS)',
    connector: 'content-management',
    options: {
      address: `${archive.page}cmis`,
      user: 'records',
      password: archive.password,
      type: 'harbour:permit',
      properties: ['permit=harbour:permitNumber', 'issued=harbour:issued'],
    },
  })
  await putDestination(sql, {
    id: 'archive-calls',
    name: 'Archive (calls)',
    connector: 'hook',
    options: { address: `${archive.page}hook`, secret: archive.secret },
  })
  await putDestination(sql, {
    id: 'archive-packages',
    name: 'Archive packages',
    connector: 'bag',
    options: { path: demo.bags, organization: 'Saltmere Harbour Office' },
  })
  await putDestination(sql, {
    id: 'where-scanned',
    name: 'Printer of the device',
    connector: 'printer',
    options: {},
  })
  await putDestination(sql, {
    id: 'office-printer',
    name: 'Office printer',
    connector: 'printer',
    options: { address: demo.printer },
  })
}
