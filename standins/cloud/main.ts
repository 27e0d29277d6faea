import { mkdir } from 'node:fs/promises'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { faultyPort, http, Switch } from '../faultyPort'
import { endWhenTold, listening } from '../http'
import { cloudServer } from './server'

const { values } = parseArgs({
  options: { port: { type: 'string', default: '0' }, folder: { type: 'string' }, identity: { type: 'string' } },
})
const password = process.env.CLOUD_PASSWORD
if (!values.folder || !password) {
  console.error('cloud --folder DIR [--port N] [--identity ADDRESS], with the password of its user "records" in CLOUD_PASSWORD')
  process.exit(2)
}
for (const own of ['Berths', 'Dues statements', 'Vessels']) await mkdir(join(values.folder, own), { recursive: true })
const trouble = new Switch('fault', 'From now on')
const provider = values.identity ? { address: values.identity, client: 'rubricator', secret: process.env.IDENTITY_SECRET ?? '' } : undefined
const server = await cloudServer(values.folder, 'records', password, [trouble], provider)
const port = await listening(server, 0)
// People who look at the page get it, whatever goes wrong.
const front = faultyPort(port, trouble, http(/^(GET|POST) \/(switch)? /))
const address = await listening(front, Number(values.port))
if (process.send) process.send({ ready: true, port: address })
else console.log(`Cloud folder on http://127.0.0.1:${address}/`)
endWhenTold(server)
