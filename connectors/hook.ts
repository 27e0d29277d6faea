import { createHmac } from 'node:crypto'
import { openAsBlob } from 'node:fs'
import { basename } from 'node:path'
import { z } from 'zod'
import { defineConnector, Refusal, type Delivery, type Receipt } from './connector'
import { fetchWithBearer, oauthOptions } from './oauth'
import { unreached } from './unreached'

const Options = z.strictObject({
  address: z.url({ protocol: /^https?$/ }).meta({ title: 'Address', description: 'Where each document is posted to', trusts: true }),
  secret: z.string().min(16).meta({
    title: 'Secret',
    description: 'Signs every call, so that the other side knows who calls; 16 characters or more',
    secret: true,
  }),
  ...oauthOptions,
})
type Options = z.infer<typeof Options>

const seconds = 60

/**
 * A program of the office's own: each document as one POST of a form (RFC 7578) with a part `index` (JSON) and a part `file` for
 * each file. The same delivery always has the same `Idempotency-Key`, so that the other side takes it once.
 */
export default defineConnector({
  name: 'hook',
  label: 'a program’s address (HTTP)',
  options: Options,
  open: options => ({
    deliver: delivery => said(options, () => deliver(options, delivery)),
    check: () => said(options, () => check(options)),
    dispose: async () => undefined,
  }),
})

/** What is signed of a call: its moment and its words (of a document the index, whose digests bind the files). */
export const signature = (secret: string, moment: string, words: string) =>
  `sha256=${createHmac('sha256', secret).update(`${moment}.${words}`).digest('hex')}`

async function post(options: Options, id: string, index: string, form: FormData): Promise<Response> {
  const { address, secret } = options
  const moment = new Date().toISOString()
  form.set('index', new Blob([index], { type: 'application/json' }), 'index.json')
  return fetchWithBearer(options, address, {
    method: 'POST',
    headers: { 'idempotency-key': id, 'rubricator-moment': moment, 'rubricator-signature': signature(secret, moment, index) },
    body: form,
    signal: AbortSignal.timeout(seconds * 1000),
  })
}

async function deliver(options: Options, delivery: Delivery): Promise<Receipt> {
  const form = new FormData()
  for (const file of delivery.files) form.append('file', await openAsBlob(file.path, { type: file.mediaType }), basename(file.name))
  const files = delivery.files.map(({ name, sha256, mediaType }) => ({ name, sha256, mediaType }))
  const index = JSON.stringify({ id: delivery.id, folder: delivery.folder, files, ...delivery.index })
  const answer = await post(options, delivery.id, index, form)
  const text = (await answer.text()).slice(0, 300).replace(/\s+/g, ' ').trim()
  const { host } = new URL(options.address)
  if (!answer.ok) {
    const words = `${host} answered ${answer.status}${text ? `: ${text}` : ''}.`
    // What the other side does not understand it will not understand later; too much, and too often, it may.
    if (answer.status >= 400 && answer.status < 500 && ![404, 408, 409, 425, 429].includes(answer.status))
      throw new Refusal(`${words} Look at what it expects, then send it again.`)
    throw new Error(`${words} Try again later, or ask its administrator.`)
  }
  const place = answer.headers.get('location') ?? options.address
  return { place: new URL(place, options.address).href, answer: `${host} answered ${answer.status}${text ? `: ${text}` : ''}` }
}

async function check(options: Options): Promise<string> {
  const form = new FormData()
  const answer = await post(options, `check-${Date.now()}`, JSON.stringify({ check: true }), form)
  const { host } = new URL(options.address)
  if (answer.status === 401 || answer.status === 403)
    throw new Refusal(`${host} does not take our signature (${answer.status}). Compare the secret.`)
  if (answer.status === 404 || answer.status >= 500) throw new Error(`${host} answered ${answer.status}. Check the address.`)
  return `${host} answered ${answer.status} to a call with {"check": true} and no file.`
}

async function said<T>({ address }: Options, work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    if (error instanceof TypeError || (error as Error).name === 'TimeoutError') throw unreached(error, new URL(address).host)
    throw error
  }
}
