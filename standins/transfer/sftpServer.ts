import { generateKeyPairSync } from 'node:crypto'
import { constants } from 'node:fs'
import { mkdir, open, readdir, rename, rm, rmdir, stat, type FileHandle } from 'node:fs/promises'
import { join, normalize } from 'node:path'
import ssh2, { type Attributes, type Connection, type SFTPWrapper } from 'ssh2'
import type { Switch } from '../faultyPort'

const { Server, utils } = ssh2
const { OPEN_MODE, STATUS_CODE } = utils.sftp

type Handle = { file: FileHandle } | { names: string[]; folder: string }

/** A server for one user that speaks SFTP, version 3, over one folder. Its host key is made anew each time. */
export function sftpServer(folder: string, user: string, password: string, hostKey = makeHostKey(), trouble?: Switch) {
  const server = new Server({ hostKeys: [hostKey] }, (connection: Connection) => {
    connection.on('authentication', asked => {
      if (trouble?.fault !== 'expired' && asked.method === 'password' && asked.username === user && asked.password === password)
        asked.accept()
      else asked.reject(['password'])
    })
    connection.on('session', accept => accept().on('sftp', acceptSftp => serve(acceptSftp(), folder, trouble, () => connection.end())))
    // A client that goes without a word is none of our business.
    connection.on('error', () => undefined)
  })
  return server
}

/** A private key as the server takes it. */
export function makeHostKey(): string {
  return generateKeyPairSync('rsa', { modulusLength: 2048 }).privateKey.export({ type: 'pkcs1', format: 'pem' }).toString()
}

/** @param end lets the client go without a word */
function serve(sftp: SFTPWrapper, root: string, trouble: Switch | undefined, end: () => void): void {
  const handles = new Map<number, Handle>()
  let next = 0
  const at = (path: string) => join(root, normalize(`/${path}`))
  const put = (handle: Handle) => {
    handles.set(++next, handle)
    const name = Buffer.alloc(4)
    name.writeUInt32BE(next)
    return name
  }
  const got = (name: Buffer) => (name.length === 4 ? handles.get(name.readUInt32BE(0)) : undefined)
  const fail = (id: number) => (error: unknown) => {
    const { code } = error as NodeJS.ErrnoException
    const status = code === 'ENOENT' ? STATUS_CODE.NO_SUCH_FILE : code === 'EACCES' ? STATUS_CODE.PERMISSION_DENIED : STATUS_CODE.FAILURE
    sftp.status(id, status)
  }
  const ok = (id: number) => () => sftp.status(id, STATUS_CODE.OK)
  const attributes = async (path: string): Promise<Attributes> => {
    const { mode, uid, gid, size, atimeMs, mtimeMs } = await stat(path)
    return { mode, uid, gid, size, atime: Math.floor(atimeMs / 1000), mtime: Math.floor(mtimeMs / 1000) }
  }
  const stated = (id: number, path: string) => void attributes(at(path)).then(found => sftp.attrs(id, found), fail(id))

  sftp.on('REALPATH', (id, path) => {
    const real = normalize(`/${path}`).replace(/(.)\/$/, '$1')
    sftp.name(id, [{ filename: real, longname: real, attrs: {} as Attributes }])
  })
  sftp.on('STAT', stated)
  sftp.on('LSTAT', stated)
  sftp.on('FSTAT', (id, name) => {
    const handle = got(name)
    if (!handle || !('file' in handle)) return sftp.status(id, STATUS_CODE.FAILURE)
    void handle.file
      .stat()
      .then(
        ({ mode, uid, gid, size, atimeMs, mtimeMs }) =>
          sftp.attrs(id, { mode, uid, gid, size, atime: Math.floor(atimeMs / 1000), mtime: Math.floor(mtimeMs / 1000) }),
        fail(id),
      )
  })
  sftp.on('OPENDIR', (id, path) => void readdir(at(path)).then(names => sftp.handle(id, put({ names, folder: at(path) })), fail(id)))
  sftp.on('READDIR', (id, name) => {
    const handle = got(name)
    if (!handle || !('names' in handle)) return sftp.status(id, STATUS_CODE.FAILURE)
    const names = handle.names.splice(0, 100)
    if (!names.length) return sftp.status(id, STATUS_CODE.EOF)
    void Promise.all(
      names.map(async filename => {
        const attrs = await attributes(join(handle.folder, filename))
        // Clients tell folders from files by the first letter of a line as `ls -l` writes it.
        const isFolder = (attrs.mode & constants.S_IFMT) === constants.S_IFDIR
        return { filename, longname: `${isFolder ? 'd' : '-'}rw------- 1 records records ${attrs.size} Jan 1 00:00 ${filename}`, attrs }
      }),
    ).then(found => sftp.name(id, found), fail(id))
  })
  sftp.on('OPEN', (id, path, flags) => {
    const { WRITE, CREAT, TRUNC, EXCL } = OPEN_MODE
    const mode =
      flags & WRITE
        ? constants.O_RDWR |
          (flags & CREAT ? constants.O_CREAT : 0) |
          (flags & TRUNC ? constants.O_TRUNC : 0) |
          (flags & EXCL ? constants.O_EXCL : 0)
        : constants.O_RDONLY
    void open(at(path), mode).then(file => sftp.handle(id, put({ file })), fail(id))
  })
  sftp.on('READ', (id, name, offset, length) => {
    const handle = got(name)
    if (!handle || !('file' in handle)) return sftp.status(id, STATUS_CODE.FAILURE)
    void handle.file
      .read(Buffer.alloc(length), 0, length, offset)
      .then(
        ({ bytesRead, buffer }) => (bytesRead ? sftp.data(id, buffer.subarray(0, bytesRead)) : sftp.status(id, STATUS_CODE.EOF)),
        fail(id),
      )
  })
  sftp.on('WRITE', (id, name, offset, data) => {
    const handle = got(name)
    if (!handle || !('file' in handle) || trouble?.fault === 'full') return sftp.status(id, STATUS_CODE.FAILURE)
    void handle.file.write(data, 0, data.length, offset).then(ok(id), fail(id))
  })
  sftp.on('CLOSE', (id, name) => {
    const handle = got(name)
    handles.delete(name.readUInt32BE(0))
    if (handle && 'file' in handle) void handle.file.close().then(ok(id), fail(id))
    else sftp.status(id, STATUS_CODE.OK)
  })
  sftp.on('REMOVE', (id, path) => void rm(at(path)).then(ok(id), fail(id)))
  sftp.on('RMDIR', (id, path) => void rmdir(at(path)).then(ok(id), fail(id)))
  sftp.on('MKDIR', (id, path) => void mkdir(at(path)).then(ok(id), fail(id)))
  sftp.on('SETSTAT', id => sftp.status(id, STATUS_CODE.OK))
  sftp.on('FSETSTAT', id => sftp.status(id, STATUS_CODE.OK))
  // A name that is taken is refused, as the protocol says.
  sftp.on(
    'RENAME',
    (id, from, to) =>
      void stat(at(to)).then(
        () => sftp.status(id, STATUS_CODE.FAILURE),
        () => rename(at(from), at(to)).then(trouble?.fault === 'forget answer' ? end : ok(id), fail(id)),
      ),
  )
  sftp.on('close', () => {
    for (const handle of handles.values()) if ('file' in handle) void handle.file.close().catch(() => undefined)
    handles.clear()
  })
}
