import { parseArgs } from 'node:util'
import { faultyPort, http, Switch } from '../faultyPort'
import { endWhenTold, listening } from '../http'
import { registerServer } from './server'

const { values } = parseArgs({
  options: { port: { type: 'string', default: '0' }, folder: { type: 'string' }, vessels: { type: 'string', default: '0' } },
})
const key = process.env.REGISTER_KEY
if (!values.folder || !key) {
  console.error('register --folder DIR [--port N] [--vessels N], with its key in REGISTER_KEY')
  process.exit(2)
}
const trouble = new Switch('fault', 'From now on')
const server = registerServer(values.folder, key, Number(values.vessels), [trouble])
const port = await listening(server, 0)
// People who look at the page get it, whatever goes wrong.
const front = faultyPort(port, trouble, http(/^(GET|POST) \/(switch|door|openapi\.json)? /))
const address = await listening(front, Number(values.port))
if (process.send) process.send({ ready: true, port: address })
else console.log(`Vessel register on http://127.0.0.1:${address}/`)
endWhenTold(server)
