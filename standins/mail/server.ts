import { timingSafeEqual } from 'node:crypto'
import { createServer, type Server } from 'node:http'
import { SMTPServer } from 'smtp-server'
import { switchForm, turned, type Switch } from '../faultyPort'
import { Mailboxes } from './mailboxes'
import { mailPage } from './page'

const mostBytes = 64 * 1024 * 1024

/** A simulated mail server: SMTP with a password, and a page to read what arrived. Addresses outside ".example" do not exist. */
export function mailServer(folder: string, password: string, trouble?: Switch): { smtp: SMTPServer; web: Server } {
  const boxes = new Mailboxes(folder)
  const smtp = new SMTPServer({
    size: mostBytes,
    authOptional: false,
    disabledCommands: ['STARTTLS'],
    allowInsecureAuth: true,
    onAuth(auth, _session, done) {
      const given = Buffer.from(auth.password ?? '')
      const wanted = Buffer.from(password)
      if (trouble?.fault !== 'expired' && given.length === wanted.length && timingSafeEqual(given, wanted))
        done(null, { user: auth.username ?? '' })
      else done(Object.assign(new Error('Wrong user name or password'), { responseCode: 535 }))
    },
    onRcptTo({ address }, _session, done) {
      done(
        address.toLowerCase().endsWith('.example') ? null : Object.assign(new Error(`No such mailbox: ${address}`), { responseCode: 550 }),
      )
    },
    onData(stream, session, done) {
      const chunks: Buffer[] = []
      stream.on('data', (chunk: Buffer) => chunks.push(chunk))
      stream.on('end', () => {
        if (trouble?.fault === 'full') return done(Object.assign(new Error('There is no room left'), { responseCode: 452 }))
        if (stream.sizeExceeded) return done(Object.assign(new Error('The mail is too large'), { responseCode: 552 }))
        boxes
          .put(
            session.envelope.rcptTo.map(to => to.address),
            Buffer.concat(chunks),
          )
          .then(() => done(null), done)
      })
    },
  })
  const switches = trouble ? [trouble] : []
  const web = createServer((request, response) => {
    if (turned(request, response, switches)) return
    const url = new URL(request.url ?? '/', 'http://mail')
    const reply = (status: number, type: string, body: string | Buffer) =>
      response.writeHead(status, { 'content-type': type, 'content-length': Buffer.byteLength(body) }).end(body)
    const answer = async () => {
      if (url.pathname === '/attachment') {
        const mail = (await boxes.mails(url.searchParams.get('box') ?? '')).find(one => one.file === url.searchParams.get('mail'))
        const found = mail?.email.attachments[Number(url.searchParams.get('at'))]
        return found ? reply(200, found.mimeType, Buffer.from(found.content as ArrayBuffer)) : reply(404, 'text/plain', 'Nothing here.')
      }
      if (url.pathname !== '/') return reply(404, 'text/plain', 'Nothing here.')
      const all = await Promise.all((await boxes.addresses()).map(async address => ({ address, mails: await boxes.mails(address) })))
      return reply(200, 'text/html; charset=utf-8', mailPage(all, switchForm(switches)))
    }
    answer().catch((error: unknown) => reply(500, 'text/plain', String(error)))
  })
  return { smtp, web }
}
