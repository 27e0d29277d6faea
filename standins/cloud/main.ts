import { mkdir } from 'node:fs/promises'
import type { AddressInfo } from 'node:net'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { endWhenTold } from '../http'
import { cloudServer } from './server'

const { values } = parseArgs({ options: { port: { type: 'string', default: '0' }, folder: { type: 'string' } } })
const password = process.env.CLOUD_PASSWORD
if (!values.folder || !password) {
  console.error('cloud --folder DIR [--port N], with the password of its user "records" in CLOUD_PASSWORD')
  process.exit(2)
}
for (const own of ['Berths', 'Dues statements', 'Vessels']) await mkdir(join(values.folder, own), { recursive: true })
const server = await cloudServer(values.folder, 'records', password)
server.listen(Number(values.port), '127.0.0.1', () => {
  const { port } = server.address() as AddressInfo
  if (process.send) process.send({ ready: true, port })
  else console.log(`Cloud folder on http://127.0.0.1:${port}/`)
})
endWhenTold(server)
