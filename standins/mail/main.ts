import type { AddressInfo } from 'node:net'
import { parseArgs } from 'node:util'
import { faultyPort, smtp, Switch } from '../faultyPort'
import { endWhenTold, listening } from '../http'
import { mailServer } from './server'

const { values } = parseArgs({
  options: { smtp: { type: 'string', default: '0' }, port: { type: 'string', default: '0' }, folder: { type: 'string' } },
})
const password = process.env.MAIL_PASSWORD
if (!values.folder || !password) {
  console.error('mail --folder DIR [--smtp N] [--port N], with its password in MAIL_PASSWORD')
  process.exit(2)
}
const trouble = new Switch('fault', 'From now on')
const { smtp: server, web } = mailServer(values.folder, password, trouble)
server.on('error', error => console.error(`mail: ${error.message}`))
server.listen(0, '127.0.0.1', () => {
  const { port } = server.server.address() as AddressInfo
  void Promise.all([listening(faultyPort(port, trouble, smtp), Number(values.smtp)), listening(web, Number(values.port))]).then(
    ([, page]) => {
      if (process.send) process.send({ ready: true, port: page })
      else console.log(`Mailboxes on http://127.0.0.1:${page}/`)
    },
  )
})
endWhenTold(web)
