import { createHash } from 'node:crypto'
import { mkdir, readFile, writeFile } from 'node:fs/promises'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import S3rver from 's3rver'
import ssh2 from 'ssh2'
import { faults, faultyPort, ftp, objects, sftp as sftpSpeech, Switch, switchForm, turned } from '../faultyPort'
import { folderPage } from '../folderPage'
import { endWhenTold, freePort, listening } from '../http'
import { ftpServer, ownCertificate, type OwnCertificate } from './ftpServer'
import { makeHostKey, sftpServer } from './sftpServer'

const { values } = parseArgs({
  options: {
    port: { type: 'string', default: '0' },
    sftp: { type: 'string', default: '0' },
    ftp: { type: 'string', default: '2121' },
    objects: { type: 'string', default: '0' },
    folder: { type: 'string' },
  },
})
const password = process.env.TRANSFER_PASSWORD
if (!values.folder || !password) {
  console.error(
    'transfer --folder DIR [--port N --sftp N --ftp N --objects N], with the password of its user "records" in TRANSFER_PASSWORD',
  )
  process.exit(2)
}
const [files, store] = [join(values.folder, 'files'), join(values.folder, 'objects')]
await Promise.all([files, store, join(files, 'records'), join(files, 'old records')].map(path => mkdir(path, { recursive: true })))

/** Made once: whoever confirmed it finds it again after a restart. */
async function keysOf(path: string): Promise<{ hostKey: string; own: OwnCertificate }> {
  const known = await readFile(path, 'utf8').catch(() => null)
  if (known !== null) return JSON.parse(known) as { hostKey: string; own: OwnCertificate }
  const keys = { hostKey: makeHostKey(), own: await ownCertificate() }
  await writeFile(path, JSON.stringify(keys), { mode: 0o600 })
  return keys
}
const { hostKey, own } = await keysOf(join(values.folder, 'keys.json'))
const troubles = {
  sftp: new Switch('sftp', 'SFTP, from now on:', [...faults, 'unknown key']),
  ftp: new Switch('ftp', 'FTP, from now on:', [...faults, 'unknown key']),
  objects: new Switch('objects', 'Objects, from now on:'),
}
const sftpWith = (key?: string) => {
  const server = sftpServer(files, 'records', password, key, troubles.sftp)
  return new Promise<number>(done => server.listen(0, '127.0.0.1', () => done((server.address() as AddressInfo).port)))
}
await listening(faultyPort(await sftpWith(hostKey), troubles.sftp, sftpSpeech, await sftpWith()), Number(values.sftp))
const [ftpPort, strangePort] = [await freePort(), await freePort()]
const { certificate } = await ftpServer(files, 'records', password, ftpPort, own, troubles.ftp)
await ftpServer(files, 'records', password, strangePort)
await listening(faultyPort(ftpPort, troubles.ftp, ftp, strangePort), Number(values.ftp))
const { port: objectsPort } = await new S3rver({
  port: 0,
  address: '127.0.0.1',
  silent: true,
  directory: store,
  configureBuckets: [{ name: 'records', configs: [] }],
}).run()
await listening(faultyPort(objectsPort, troubles.objects, objects), Number(values.objects))

const key = ssh2.utils.parseKey(hostKey)
if (key instanceof Error) throw key
const fingerprint = `SHA256:${createHash('sha256').update(key.getPublicSSH()).digest('base64').replace(/=+$/, '')}`
const suffix = '._S3rver_object'
/** The object store keeps what it knows of an object beside it. */
const named = (path: string) => (!path.includes('._S3rver_') ? path : path.endsWith(suffix) ? path.slice(0, -suffix.length) : null)
const switches = Object.values(troubles)
const server = createServer((request, response) => {
  if (turned(request, response, switches)) return
  const folders = [
    { name: 'SFTP and FTP', path: files },
    { name: 'Objects', path: store },
  ]
  const words = 'Simulated for the demo: SFTP, FTP with TLS, and an object store.'
  folderPage('Saltmere file servers', words, folders, named, switchForm(switches)).then(
    page => response.writeHead(200, { 'content-type': 'text/html; charset=utf-8' }).end(page),
    (error: unknown) => response.writeHead(500).end(String(error)),
  )
})
server.listen(Number(values.port), '127.0.0.1', () => {
  if (process.send) process.send({ ready: true, fingerprint, certificate })
  else console.log(`File servers: SFTP ${values.sftp} (${fingerprint}), FTP ${values.ftp} (${certificate}), objects ${values.objects}`)
})
endWhenTold(server)
