import { createHmac, timingSafeEqual } from 'node:crypto'
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http'
import { Switch, switchForm, turned } from '../faultyPort'
import { bodyOf } from '../http'
import { archivePage, type Called } from './page'
import { CmisFault, Repository, type Kept } from './repository'

const mostBytes = 200 * 1024 * 1024

const slowMs = 5000

/**
 * A simulated archive: a document management system that speaks CMIS 1.1 (browser binding) under /cmis, and a program under
 * /hook that takes signed calls; a page shows what arrived, and lets something go wrong.
 */
export function archiveServer(
  user: string,
  password: string,
  secret: string,
): Server & { repository: Repository; called: Map<string, Called> } {
  const repository = new Repository()
  const called = new Map<string, Called>()
  const trouble = new Switch('fault', 'From now on')

  const json = (response: ServerResponse, status: number, content: unknown) =>
    response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(content))

  async function formOf(request: IncomingMessage): Promise<FormData> {
    const bytes = await bodyOf(request, mostBytes)
    return new Response(new Uint8Array(bytes), { headers: { 'content-type': request.headers['content-type'] ?? '' } }).formData()
  }

  const shown = (one: Kept) => ({
    succinctProperties: {
      ...one.properties,
      'cmis:objectId': one.id,
      'cmis:name': one.name,
      'cmis:baseTypeId': one.folder ? 'cmis:folder' : 'cmis:document',
      'cmis:lastModificationDate': one.changed,
      'cmis:versionLabel': `${one.earlier.length + 1}.0`,
      'cmis:versionSeriesCheckedOutId': one.working,
      ...(one.folder ? {} : { 'cmis:contentStreamLength': one.content.length, 'cmis:contentStreamMimeType': one.mediaType }),
    },
  })

  async function cmis(request: IncomingMessage, response: ServerResponse, url: URL): Promise<unknown> {
    const given = Buffer.from(request.headers.authorization?.replace(/^Basic /, '') ?? '', 'base64').toString()
    if (given !== `${user}:${password}` || trouble.fault === 'expired')
      return json(response, 401, { exception: 'permissionDenied', message: 'Who are you?' })
    const base = `http://${request.headers.host}/cmis`
    if (url.pathname === '/cmis')
      return json(response, 200, {
        saltmere: { repositoryId: 'saltmere', repositoryUrl: `${base}/saltmere`, rootFolderUrl: `${base}/saltmere/root` },
      })
    const path = url.pathname
      .replace(/^\/cmis\/saltmere\/root/, '')
      .split('/')
      .filter(Boolean)
      .map(decodeURIComponent)
    const one = repository.at(path)
    if (request.method === 'GET') {
      const selector = url.searchParams.get('cmisselector')
      if (selector === 'content') return response.writeHead(200, { 'content-type': one.mediaType }).end(one.content)
      if (selector !== 'children') return json(response, 200, shown(one))
      const skip = Number(url.searchParams.get('skipCount') ?? 0)
      const most = Number(url.searchParams.get('maxItems') ?? 100)
      const all = repository.children(one)
      return json(response, 200, {
        objects: all.slice(skip, skip + most).map(child => ({ object: shown(child) })),
        hasMoreItems: all.length > skip + most,
      })
    }
    if (trouble.fault === 'full') throw new CmisFault(500, 'storage', 'There is no room left.')
    const form = await formOf(request)
    const changed = await change(one, form, url.searchParams.get('objectId') ?? '')
    if (trouble.fault === 'forget answer') return request.socket.destroy()
    return json(response, 201, changed)
  }

  async function change(one: Kept, form: FormData, working: string): Promise<unknown> {
    const properties: Record<string, string> = {}
    for (let at = 0; form.has(`propertyId[${at}]`); at++)
      properties[textOf(form, `propertyId[${at}]`)] = textOf(form, `propertyValue[${at}]`)
    const content = form.get('content')
    const bytes = content instanceof Blob ? Buffer.from(await content.arrayBuffer()) : Buffer.alloc(0)
    const type = content instanceof Blob ? content.type : 'application/octet-stream'
    switch (form.get('cmisaction')) {
      case 'createFolder':
        return shown(repository.add(one, properties, true, bytes, type))
      case 'createDocument':
        return shown(repository.add(one, properties, false, bytes, type))
      case 'checkOut':
        return { succinctProperties: { 'cmis:objectId': repository.checkOut(one) } }
      case 'checkIn':
        return shown(repository.checkIn(one, working, properties, bytes))
      default:
        throw new CmisFault(405, 'notSupported', 'That is not done here.')
    }
  }

  /** Only what is signed is looked at; the same key is taken once. */
  async function hook(request: IncomingMessage, response: ServerResponse): Promise<unknown> {
    const form = await formOf(request)
    const part = form.get('index')
    const index = part instanceof Blob ? await part.text() : ''
    const moment = String(request.headers['rubricator-moment'])
    const expected = Buffer.from(`sha256=${createHmac('sha256', secret).update(`${moment}.${index}`).digest('hex')}`)
    const shown = Buffer.from(String(request.headers['rubricator-signature']))
    if (trouble.fault === 'expired' || shown.length !== expected.length || !timingSafeEqual(shown, expected))
      return json(response, 401, { why: 'Not signed by us.' })
    if (trouble.fault === 'full') return json(response, 507, { why: 'There is no room left.' })
    const read = JSON.parse(index) as Record<string, unknown>
    if (read.check) return json(response, 200, { checked: true })
    const id = String(request.headers['idempotency-key'])
    if (!called.has(id)) {
      const files = form.getAll('file').flatMap(file => (file instanceof File ? [{ name: file.name, bytes: file.size }] : []))
      called.set(id, { id, at: new Date(), index: read, files })
    }
    if (trouble.fault === 'forget answer') return request.socket.destroy()
    return response
      .writeHead(201, { location: `/hook/${encodeURIComponent(id)}`, 'content-type': 'application/json' })
      .end('{"taken":true}')
  }

  async function answer(request: IncomingMessage, response: ServerResponse): Promise<unknown> {
    const url = new URL(request.url ?? '/', 'http://archive')
    if (turned(request, response, [trouble])) return
    const { fault } = trouble
    if (url.pathname === '/')
      return response
        .writeHead(200, { 'content-type': 'text/html; charset=utf-8' })
        .end(archivePage(repository, called, switchForm([trouble])))
    if (fault === 'refuse') return json(response, 503, { exception: 'runtime', message: 'Closed for today.' })
    if (fault === 'break') return request.socket.destroy()
    if (fault === 'slow') await new Promise(resolve => setTimeout(resolve, slowMs))
    if (url.pathname.startsWith('/cmis')) return cmis(request, response, url)
    if (url.pathname === '/hook' && request.method === 'POST') return hook(request, response)
    return response.writeHead(404).end()
  }

  const server = createServer((request, response) => {
    answer(request, response).catch((error: unknown) => {
      if (error instanceof CmisFault) json(response, error.status, { exception: error.exception, message: error.message })
      else json(response, 500, { exception: 'runtime', message: String(error) })
    })
  })
  return Object.assign(server, { repository, called })
}

const textOf = (form: FormData, name: string) => {
  const value = form.get(name)
  return typeof value === 'string' ? value : ''
}
