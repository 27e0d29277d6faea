import { getRequestHeader, setResponseHeader, type H3Event } from 'h3'
import type { Person } from '../../shared/views/people'
import { personByApiToken } from '../../store/people/tokens'
import { findOffice } from '../../store/setup/office'
import { store } from '../context'
import { ownAddress } from '../ownAddress'
import { answerBytes } from '../printing/message'
import { answerPrint, needsPerson } from '../printing/operations'
import { readRequest, type PrintRequest } from '../printing/request'
import { defineRoute, refuse } from '../route'

export default defineRoute({
  does:
    'A printer for every program (IPP, RFC 8010 and 8011): what is printed here waits until its owner stands at a device. Who prints ' +
    'shows their printing key, as HTTP has it under “Basic”.',
  may: 'anybody',
  most: 'stream',
  async run({ event }) {
    const person = await whoPrints(event)
    const { asked, document } = await requestOf(event)
    if (!person && needsPerson(asked)) {
      setResponseHeader(event, 'www-authenticate', 'Basic realm="Rubricator", charset="UTF-8"')
      throw refuse(401, 'Show your name and your printing key, which you make under your name in Rubricator.')
    }
    const own = new URL(ownAddress(event))
    const uri = `${own.protocol === 'https:' ? 'ipps' : 'ipp'}://${own.host}/api/print`
    const { name } = await findOffice(store().sql)
    const answer = await answerPrint(asked, document, person, { uri, officeName: name })
    setResponseHeader(event, 'content-type', 'application/ipp')
    return answerBytes(asked, answer)
  },
})

async function requestOf(event: H3Event): Promise<PrintRequest> {
  if (getRequestHeader(event, 'content-type') !== 'application/ipp') throw refuse(415, 'A print request is “application/ipp”.')
  try {
    return await readRequest(event)
  } catch (error) {
    if (error instanceof RangeError) throw refuse(400, error.message)
    throw error
  }
}

/** Whoever the key belongs to; the name beside it is the program's. */
async function whoPrints(event: H3Event): Promise<Person | null> {
  const shown = /^Basic ([A-Za-z0-9+/=]{1,600})$/i.exec(getRequestHeader(event, 'authorization') ?? '')?.[1]
  if (!shown) return null
  const [, key] = /^[^:]*:([\w-]{1,200})$/.exec(Buffer.from(shown, 'base64').toString('utf8')) ?? []
  const found = key === undefined ? null : await personByApiToken(store().sql, key)
  return found?.scopes.includes('print') ? found.person : null
}
