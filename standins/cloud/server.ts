import { createServer, type Server } from 'node:http'
import { mkdir, readdir, stat } from 'node:fs/promises'
import { join, relative } from 'node:path'
import { v2 as webdav } from 'webdav-server'

const escaped = (text: string) => text.replace(/[&<>"]/g, letter => `&#${letter.charCodeAt(0)};`)

/** A simulated cloud folder: WebDAV under /dav, for one user, and a page that shows what is there. */
export async function cloudServer(folder: string, user: string, password: string): Promise<Server> {
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
  /* eslint-disable @typescript-eslint/no-unsafe-class-instance-assignment, @typescript-eslint/no-unsafe-call */
  const dav = new webdav.WebDAVServer(options)
  await dav.setFileSystemAsync('/dav', new webdav.PhysicalFileSystem(folder))
  return createServer((request, response) => {
    const path = new URL(request.url ?? '/', 'http://cloud').pathname
    if (path.startsWith('/dav')) {
      dav.executeRequest(request, response)
      return
    }
    if (path !== '/') return void response.writeHead(404).end()
    cloudPage(folder).then(
      page => response.writeHead(200, { 'content-type': 'text/html; charset=utf-8' }).end(page),
      (error: unknown) => response.writeHead(500).end(String(error)),
    )
  })
}

async function cloudPage(root: string): Promise<string> {
  const names = (await readdir(root, { recursive: true, withFileTypes: true })).filter(entry => entry.isFile())
  const rows = await Promise.all(
    names.map(async entry => {
      const path = join(entry.parentPath, entry.name)
      return { path: relative(root, path), bytes: (await stat(path)).size }
    }),
  )
  const list = rows
    .sort((a, b) => a.path.localeCompare(b.path))
    .map(row => `<tr><td>${escaped(row.path)}</td><td>${row.bytes} bytes</td></tr>`)
    .join('')
  return `<!doctype html>
<html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Cloud folder</title>
<style>body { font: 16px/1.5 system-ui, sans-serif; max-width: 52rem; margin: 3rem auto; padding: 0 1.5rem; background: #eef0ef;
  color: #1d2321 } h1 { font-size: 1.5rem }
  table { border-collapse: collapse; width: 100% } td { padding: .3rem .8rem .3rem 0; border-bottom: 1px solid #b9c0bd }</style>
<h1>Saltmere cloud folder</h1><p>A simulated cloud for the demo; it speaks WebDAV under /dav.</p>
${list ? `<table>${list}</table>` : '<p>Nothing is filed here yet.</p>'}</html>`
}
