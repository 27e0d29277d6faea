import type { AddressInfo } from 'node:net'
import { parseArgs } from 'node:util'
import { endWhenTold } from '../http'
import { mailServer } from './server'

const { values } = parseArgs({
  options: { smtp: { type: 'string', default: '0' }, port: { type: 'string', default: '0' }, folder: { type: 'string' } },
})
const password = process.env.MAIL_PASSWORD
if (!values.folder || !password) {
  console.error('mail --folder DIR [--smtp N] [--port N], with its password in MAIL_PASSWORD')
  process.exit(2)
}
const { smtp, web } = mailServer(values.folder, password)
smtp.on('error', error => console.error(`mail: ${error.message}`))
smtp.listen(Number(values.smtp), '127.0.0.1', () =>
  web.listen(Number(values.port), '127.0.0.1', () => {
    const { port } = web.address() as AddressInfo
    if (process.send) process.send({ ready: true, port })
    else console.log(`Mailboxes on http://127.0.0.1:${port}/`)
  }),
)
endWhenTold(web)
