import { createHash } from 'node:crypto'
import { mkdir, readdir, readFile, rename, writeFile } from 'node:fs/promises'
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http'
import { join } from 'node:path'
import { switchForm, turned, type Switch } from '../faultyPort'
import { bodyOf } from '../http'
import { fleet, type Vessel } from '../paper/world'
import { Changes } from './changes'
import { registerPage, type Attached } from './desk'
import { openapi } from './openapi'
import { Vessels } from './vessels'

const mostBytes = 64 * 1024 * 1024

/**
 * The simulated vessel register: its API, and at the root a page that shows what was attached. What it takes it keeps in a folder.
 * @param more vessels besides the harbour's own
 */
export function registerServer(folder: string, key: string, more = 0, switches: readonly Switch[] = []): Server {
  const known = new Vessels(more)
  const changes = new Changes(folder)
  const asNow = (vessels: readonly Vessel[]) => Promise.all(vessels.map(vessel => changes.of(vessel)))
  let open = true
  const placeOf = (vessel: string, document: string) => join(folder, vessel, document)
  const json = (response: ServerResponse, status: number, content: unknown) =>
    response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(content))
  const read = (vessel: string, document: string) =>
    readFile(`${placeOf(vessel, document)}.json`, 'utf8').then(
      text => JSON.parse(text) as Attached,
      () => null,
    )

  async function attachedTo(vessel: string): Promise<Attached[]> {
    const names = await readdir(join(folder, vessel)).catch(() => [])
    const found = await Promise.all(
      names
        .filter(name => name.endsWith('.json'))
        .sort()
        .map(name => read(vessel, name.slice(0, -5))),
    )
    return found.flatMap(one => one ?? [])
  }

  async function attach(request: IncomingMessage, response: ServerResponse, vessel: string, id: string): Promise<unknown> {
    const bytes = await bodyOf(request, mostBytes)
    const header = (name: string) => decodeURIComponent(String(request.headers[name] ?? ''))
    const sha256 = createHash('sha256').update(bytes).digest('hex')
    const before = await read(vessel, id)
    if (before)
      return json(
        response,
        before.sha256 === sha256 ? 200 : 409,
        before.sha256 === sha256 ? before : { message: `Document ${id} of ${vessel} has another content.` },
      )
    const attached: Attached = {
      id,
      name: header('document-name') || id,
      mediaType: request.headers['content-type'] ?? 'application/octet-stream',
      bytes: bytes.length,
      sha256,
      values: JSON.parse(header('document-values') || '{}') as Record<string, unknown>,
    }
    await mkdir(join(folder, vessel), { recursive: true })
    await writeFile(placeOf(vessel, id), bytes)
    await writeFile(`${placeOf(vessel, id)}.part`, JSON.stringify(attached))
    await rename(`${placeOf(vessel, id)}.part`, `${placeOf(vessel, id)}.json`)
    return json(response, 201, attached)
  }

  async function api(request: IncomingMessage, response: ServerResponse, url: URL): Promise<unknown> {
    if (request.headers.authorization !== `Bearer ${key}`) return json(response, 401, { message: 'The key is missing or wrong.' })
    if (!open) return json(response, 503, { message: 'The register is closed for the day.' })
    const begins = url.searchParams.get('begins')
    if (request.method === 'GET' && url.pathname === '/vessels' && begins !== null)
      return json(response, 200, await asNow(known.beginning(begins, Math.min(50, Number(url.searchParams.get('most')) || 10))))
    if (request.method === 'GET' && url.pathname === '/vessels') {
      const hull = url.searchParams.get('hull') ?? ''
      return /^\d{8}$/.test(hull)
        ? json(response, 200, await asNow(known.ofHull(hull)))
        : json(response, 400, { message: 'A hull number has eight digits.' })
    }
    const one = fleet.find(({ id }) => url.pathname === `/vessels/${id}`)
    if (one && request.method === 'PATCH') {
      const fault = await changes.make(one.id, (await bodyOf(request, mostBytes)).toString())
      return json(response, fault ? 400 : 200, fault ? { message: fault } : await changes.of(one))
    }
    if (one && request.method === 'GET') return json(response, 200, await changes.of(one))
    const [, vessel, id] = /^\/vessels\/(\w+)\/documents(?:\/([\w.-]{1,100}))?$/.exec(url.pathname) ?? []
    if (!vessel || !fleet.some(known => known.id === vessel)) return json(response, 404, { message: 'There is no such vessel.' })
    if (request.method === 'GET' && !id) return json(response, 200, await attachedTo(vessel))
    if (request.method === 'PUT' && id) return attach(request, response, vessel, id)
    const found = id ? await read(vessel, id) : null
    if (request.method !== 'GET' || !found) return json(response, 404, { message: 'There is no such document.' })
    return response.writeHead(200, { 'content-type': found.mediaType }).end(await readFile(placeOf(vessel, found.id)))
  }

  async function answer(request: IncomingMessage, response: ServerResponse): Promise<unknown> {
    const url = new URL(request.url ?? '/', 'http://register')
    if (url.pathname === '/openapi.json') return json(response, 200, openapi)
    if (url.pathname.startsWith('/vessels')) return api(request, response, url)
    if (request.method === 'POST' && url.pathname === '/door') {
      open = new URLSearchParams((await bodyOf(request, mostBytes)).toString()).get('open') === 'true'
      return response.writeHead(303, { location: './' }).end()
    }
    if (url.pathname !== '/') return json(response, 404, { message: 'There is nothing here.' })
    const rows = await Promise.all(
      fleet.map(async vessel => ({ vessel: await changes.of(vessel), documents: await attachedTo(vessel.id) })),
    )
    return response.writeHead(200, { 'content-type': 'text/html; charset=utf-8' }).end(registerPage(rows, open, switchForm(switches)))
  }

  return createServer((request, response) => {
    if (turned(request, response, switches)) return
    answer(request, response).catch((error: unknown) => {
      console.error(`Vessel register: ${request.method} ${request.url}: ${String(error)}`)
      if (!response.headersSent) json(response, 500, { message: 'The register failed.' })
      else response.destroy()
    })
  })
}
