import type { AddressInfo } from 'node:net'
import { parseArgs } from 'node:util'
import { endWhenTold } from '../http'
import { registerServer } from './server'

const { values } = parseArgs({
  options: { port: { type: 'string', default: '0' }, folder: { type: 'string' }, vessels: { type: 'string', default: '0' } },
})
const key = process.env.REGISTER_KEY
if (!values.folder || !key) {
  console.error('register --folder DIR [--port N] [--vessels N], with its key in REGISTER_KEY')
  process.exit(2)
}
const server = registerServer(values.folder, key, Number(values.vessels))
server.listen(Number(values.port), '127.0.0.1', () => {
  const { port } = server.address() as AddressInfo
  if (process.send) process.send({ ready: true, port })
  else console.log(`Vessel register on http://127.0.0.1:${port}/`)
})
endWhenTold(server)
