import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, beforeEach, expect, it } from 'vitest'
import cloudFolder from '../../connectors/cloudFolder'
import { Refusal, type Delivery } from '../../connectors/connector'
import hook from '../../connectors/hook'
import { cloudServer } from '../../standins/cloud/server'
import { isActive } from '../../standins/identity/byToken'
import { identityServer } from '../../standins/identity/server'
import { freePort } from '../../run/ports'

// A provider gives tokens over its real protocol, and whoever is asked has it look at them (RFC 7662).
const secret = 'a secret of its own, for tests'
let folder: string
let identity: string
let resource: string
let cloud: string
const servers: Server[] = []
/** What the resource saw: each token, and whether the provider vouches for it. */
let seen: { token: string; active: boolean }[] = []
let refuseOnce = false

const listen = (server: Server, port = 0) =>
  new Promise<string>(resolve =>
    server.listen(port, '127.0.0.1', () => {
      servers.push(server)
      resolve(`http://127.0.0.1:${(server.address() as AddressInfo).port}`)
    }),
  )
/** Lets in whoever shows a token that the provider vouches for, to what lies behind. */
const guarded = (behind: Server) =>
  createServer((request, response) => {
    const token = /^Bearer (.+)$/.exec(request.headers.authorization ?? '')?.[1] ?? ''
    void isActive({ address: identity, client: 'rubricator', secret }, token).then(active => {
      seen.push({ token, active })
      if (!active || refuseOnce) {
        refuseOnce = false
        request.resume()
        response.writeHead(401).end()
        return
      }
      request.headers.authorization = `Basic ${Buffer.from('tamsin:open').toString('base64')}`
      behind.emit('request', request, response)
    })
  })

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'rubricator-oauth-'))
  const port = await freePort()
  identity = `http://127.0.0.1:${port}`
  await listen(identityServer(identity, { id: 'rubricator', secret }, ['http://127.0.0.1/back']), port)
  resource = await listen(
    guarded(
      createServer((request, response) => {
        request.resume().on('end', () => response.writeHead(201).end('Taken.'))
      }),
    ),
  )
  cloud = await listen(guarded(await cloudServer(join(folder, 'cloud'), 'tamsin', 'open')))
})
afterAll(async () => {
  for (const server of servers) {
    server.closeAllConnections()
    server.close()
  }
  await rm(folder, { recursive: true })
})
beforeEach(() => {
  seen = []
})

const oauth = (more: Record<string, string> = {}) => ({
  tokenAddress: `${identity}/token`,
  clientId: 'rubricator',
  clientSecret: secret,
  scope: 'files',
  ...more,
})
async function delivery(id: string): Promise<Delivery> {
  // Each its own: one that is written while it is sent cannot be read.
  const path = join(folder, `${id}.pdf`)
  await writeFile(path, 'a permit')
  const sha256 = 'b'.repeat(64)
  return {
    id,
    folder: '',
    people: [],
    files: [{ name: 'permit.pdf', path, sha256, mediaType: 'application/pdf' }],
    index: {},
    record: null,
  }
}

it('shows a token of the provider, fetches one for many, and another where it was taken back', async () => {
  const opened = hook.open({ address: resource, secret: 'sixteen letters or more', ...oauth() })
  await Promise.all(['one', 'two'].map(async id => opened.deliver(await delivery(id))))
  expect(seen.map(({ active }) => active)).toEqual([true, true])
  expect(new Set(seen.map(({ token }) => token)).size).toBe(1)

  refuseOnce = true
  expect((await opened.deliver(await delivery('three'))).answer).toContain('Taken.')
  const [, , refused, again] = seen
  expect(again!.token).not.toBe(refused!.token)
})

it('lies in a folder that lets in by a token, and says what is wrong with the client', async () => {
  const opened = cloudFolder.open({ address: `${cloud}/dav`, ...oauth() })
  await opened.deliver(await delivery('one'))
  expect((await opened.browse!.list('')).map(({ name }) => name)).toEqual(['permit.index.json', 'permit.pdf'])
  expect(seen.every(({ active }) => active)).toBe(true)

  const wrong = hook.open({ address: resource, secret: 'sixteen letters or more', ...oauth({ clientSecret: 'another' }) })
  await expect(wrong.deliver(await delivery('two'))).rejects.toThrow('gives us no token (invalid_client)')
  await expect(wrong.deliver(await delivery('two'))).rejects.toBeInstanceOf(Refusal)
})
