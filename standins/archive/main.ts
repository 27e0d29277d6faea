import type { AddressInfo } from 'node:net'
import { parseArgs } from 'node:util'
import { endWhenTold } from '../http'
import { archiveServer } from './server'

const { values } = parseArgs({ options: { port: { type: 'string', default: '0' } } })
const { ARCHIVE_PASSWORD: password, ARCHIVE_SECRET: secret } = process.env
if (!password || !secret) {
  console.error('archive [--port N], with the password of its user "records" in ARCHIVE_PASSWORD and what signs calls in ARCHIVE_SECRET')
  process.exit(2)
}
const server = archiveServer('records', password, secret)
server.listen(Number(values.port), '127.0.0.1', () => {
  const { port } = server.address() as AddressInfo
  if (process.send) process.send({ ready: true, port })
  else console.log(`Archive on http://127.0.0.1:${port}/`)
})
endWhenTold(server)
