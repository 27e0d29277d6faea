import { execFile } from 'node:child_process'
import { randomInt, X509Certificate } from 'node:crypto'
import { mkdtemp, readFile, rm } from 'node:fs/promises'
import type { Socket } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { FileSystem, FtpSrv, type FtpConnection } from 'ftp-srv'
import type { Switch } from '../faultyPort'

/** The library writes a log for every command; only what goes wrong is worth a line here. */
const quiet = { trace: none, debug: none, info: none, warn: none, error: none, fatal: none, child: () => quiet }
function none() {
  // Nothing.
}

/** Ports for data, below those that the system gives out by itself. */
const firstPort = 10_000
const portsEach = 100

/** The folder, where what goes wrong is known by the server alone: the wire is secret. */
class TroubledFiles extends FileSystem {
  constructor(
    connection: FtpConnection,
    root: string,
    private readonly trouble: Switch | undefined,
  ) {
    super(connection, { root, cwd: '/' })
  }

  override write(name: string, how?: { append?: boolean; start?: unknown }): unknown {
    if (this.trouble?.fault === 'full') throw new Error('There is no room left.')
    return super.write(name, how) as unknown
  }

  override async rename(from: string, to: string): Promise<void> {
    await super.rename(from, to)
    if (this.trouble?.fault === 'forget answer') (this.connection as unknown as { commandSocket: Socket }).commandSocket.destroy()
  }
}

/** A server for one user that speaks FTP over one folder, raised to TLS with a certificate of its own, signed by itself. */
export async function ftpServer(folder: string, user: string, password: string, port: number, own?: OwnCertificate, trouble?: Switch) {
  const ports = firstPort + randomInt(200) * portsEach
  const { key, cert } = own ?? (await ownCertificate())
  const server = new FtpSrv({
    url: `ftp://127.0.0.1:${port}`,
    pasv_url: '127.0.0.1',
    // The library looks for a free port from here on: two servers that began at one place would take the same.
    pasv_min: ports,
    pasv_max: ports + portsEach - 1,
    tls: { key, cert },
    log: quiet,
  })
  server.on('login', ({ connection, username, password: given }, accept, refuse) => {
    if (trouble?.fault !== 'expired' && username === user && given === password)
      accept({ root: folder, fs: new TroubledFiles(connection, folder, trouble) })
    else refuse(new Error('Not this user, or not this password.'))
  })
  server.on('client-error', () => undefined)
  await (server.listen() as Promise<unknown>)
  return {
    /** SHA-256 of the certificate. */
    certificate: new X509Certificate(cert).fingerprint256.replaceAll(':', '').toLowerCase(),
    close: () => server.close() as Promise<unknown>,
  }
}

export interface OwnCertificate {
  key: string
  cert: string
}

/** A key and a certificate that is signed by itself. */
export async function ownCertificate(): Promise<OwnCertificate> {
  const folder = await mkdtemp(join(tmpdir(), 'ftp-certificate-'))
  try {
    const [keyFile, certFile] = [join(folder, 'key.pem'), join(folder, 'cert.pem')]
    const asked = 'req -x509 -newkey ec -pkeyopt ec_paramgen_curve:prime256v1 -nodes -days 30 -subj /CN=file-transfer'.split(' ')
    await promisify(execFile)('openssl', [...asked, '-keyout', keyFile, '-out', certFile])
    return { key: await readFile(keyFile, 'utf8'), cert: await readFile(certFile, 'utf8') }
  } finally {
    await rm(folder, { recursive: true })
  }
}
