import { parseArgs } from 'node:util'
import { endWhenTold } from '../http'
import { identityServer } from './server'

const { values } = parseArgs({ options: { port: { type: 'string', default: '0' }, redirect: { type: 'string', multiple: true } } })
const secret = process.env.IDENTITY_SECRET
if (!values.redirect || !secret) {
  console.error('identity --port N --redirect ADDRESS [--redirect ADDRESS …], with its client’s secret in IDENTITY_SECRET')
  process.exit(2)
}
const address = `http://127.0.0.1:${values.port}`
const server = identityServer(address, { id: 'rubricator', secret }, values.redirect)
server.listen(Number(values.port), '127.0.0.1', () => {
  if (process.send) process.send({ ready: true })
  else console.log(`Identity provider on ${address}`)
})
endWhenTold(server)
