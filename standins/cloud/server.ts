import { createServer, type RequestListener, type Server } from 'node:http'
import { mkdir } from 'node:fs/promises'
import { v2 as webdav } from 'webdav-server'
import { switchForm, turned, type Switch } from '../faultyPort'
import { folderPage } from '../folderPage'
import { byToken, type Introspection } from '../identity/byToken'

/**
 * A simulated cloud folder: WebDAV under /dav, for one user or by a token of the provider, and a page that shows
 * what is there.
 */
export async function cloudServer(
  folder: string,
  user: string,
  password: string,
  switches: readonly Switch[] = [],
  provider?: Introspection,
): Promise<Server> {
  await mkdir(folder, { recursive: true })
  const users = new webdav.SimpleUserManager()
  const known = users.addUser(user, password, false)
  const rights = new webdav.SimplePathPrivilegeManager()
  rights.setRights(known, '/', ['all'])
  const options = {
    httpAuthentication: new webdav.HTTPBasicAuthentication(users, 'Saltmere cloud'),
    privilegeManager: rights,
    requireAuthentification: true,
  }
  // The library's own types: a class where any object will do, and an untyped request.
  /* eslint-disable @typescript-eslint/no-unsafe-call */
  const dav = new webdav.WebDAVServer(options)
  await dav.setFileSystemAsync('/dav', new webdav.PhysicalFileSystem(folder))
  const answer: RequestListener = (request, response) => {
    const path = new URL(request.url ?? '/', 'http://cloud').pathname
    if (path.startsWith('/dav')) {
      dav.executeRequest(request, response)
      return
    }
    if (turned(request, response, switches)) return
    if (path !== '/') return void response.writeHead(404).end()
    const words = 'A simulated cloud for the demo; it speaks WebDAV under /dav.'
    folderPage('Saltmere cloud folder', words, [{ name: 'Cloud', path: folder }], undefined, switchForm(switches)).then(
      page => response.writeHead(200, { 'content-type': 'text/html; charset=utf-8' }).end(page),
      (error: unknown) => response.writeHead(500).end(String(error)),
    )
  }
  return createServer(provider ? byToken(provider, user, password, answer) : answer)
}
