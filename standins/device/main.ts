import type { AddressInfo } from 'node:net'
import { parseArgs } from 'node:util'
import { endWhenTold } from '../http'
import { deviceServer } from './server'

const { values } = parseArgs({
  options: {
    name: { type: 'string', default: 'Office device' },
    port: { type: 'string', default: '0' },
    // Forty two-sided sheets a minute: an office device of the middle class.
    speed: { type: 'string', default: '80' },
  },
})

const server = deviceServer(values.name, Number(values.speed))
server.listen(Number(values.port), '127.0.0.1', () => {
  const { port } = server.address() as AddressInfo
  if (process.send) process.send({ ready: true, port })
  else console.log(`${values.name} on http://127.0.0.1:${port}/`)
})
endWhenTold(server)
