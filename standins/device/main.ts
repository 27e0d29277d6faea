import type { AddressInfo } from 'node:net'
import { parseArgs } from 'node:util'
import Bonjour from 'bonjour-service'
import { endWhenTold } from '../http'
import { forgetOldPaper } from '../paper/drawn'
import { deviceServer } from './server'

const { values } = parseArgs({
  options: {
    name: { type: 'string', default: 'Office device' },
    port: { type: 'string', default: '0' },
    // Forty two-sided sheets a minute: an office device of the middle class.
    speed: { type: 'string', default: '80' },
    // Answers the whole network, and tells it so by DNS-SD.
    announce: { type: 'boolean', default: false },
    // Where the badge reader tells of a badge; its key is in READER_KEY.
    badges: { type: 'string' },
  },
})

const server = deviceServer(
  values.name,
  Number(values.speed),
  values.badges && process.env.READER_KEY ? { address: values.badges, key: process.env.READER_KEY } : null,
)
server.listen(Number(values.port), values.announce ? '0.0.0.0' : '127.0.0.1', () => {
  const { port } = server.address() as AddressInfo
  // Where no multicast goes, nobody hears it, and that is all.
  if (values.announce)
    new Bonjour({}, (error: unknown) => console.error(`Telling the network: ${String(error)}`)).publish({
      name: `${values.name} (${port})`,
      type: 'uscan',
      port,
      txt: { rs: 'eSCL', ty: values.name, vers: '2.63' },
    })
  if (process.send) process.send({ ready: true, port })
  else console.log(`${values.name} on http://127.0.0.1:${port}/`)
})
endWhenTold(server)
void forgetOldPaper()
