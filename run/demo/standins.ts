import { mkdir } from 'node:fs/promises'
import { join } from 'node:path'
import { z } from 'zod'
import type { Secrets } from '../dataFolder'
import { freePort } from '../ports'
import type { Settings } from '../settings'

/** Where the simulated device and destinations are, and their keys. */
export interface Standins {
  bench: string
  officeDevice: string
  printer: string
  register: { address: string; key: string }
  mailboxes: string
  mail: { port: number; password: string }
  cloud: { page: string; address: string; password: string }
  transfer: { page: string; sftp: number; ftp: number; objects: string; password: string; fingerprint: string; certificate: string }
  archive: { page: string; password: string; secret: string }
  bags: string
  identity: { address: string; secret: string }
}

/** Starts a process of this name from a script; gives what it says once it is ready. */
type Start = (name: string, script: string, args: string[], env: Record<string, string>) => Promise<unknown>

const Keys = z.object({ fingerprint: z.string(), certificate: z.string() })

/** Starts the simulated device and destinations, side by side, and says where they are. */
export async function startStandins(
  start: Start,
  { data, deviceSpeed }: Pick<Settings, 'data' | 'deviceSpeed'>,
  secrets: Secrets,
  app: string,
): Promise<Standins> {
  // One after the other, so that no two are the same.
  const ports: number[] = []
  for (let count = 0; count < 11; count++) ports.push(await freePort())
  const [device, register, mailWeb, smtp, cloud, transfer, sftp, ftp, objects, archive, identity] = ports as [
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
  ]
  const at = async (name: string) => {
    await mkdir(join(data, name), { recursive: true })
    return join(data, name)
  }
  const [, , , , keys] = await Promise.all([
    start(
      'office-device',
      '../standins/device/main.ts',
      ['--name', 'Office device', '--port', String(device), '--speed', String(deviceSpeed), '--badges', `${app}/api/panel/badge`],
      { READER_KEY: secrets.readerKey },
    ),
    start('vessel-register', '../standins/register/main.ts', ['--port', String(register), '--folder', await at('vessel-register')], {
      REGISTER_KEY: secrets.registerKey,
    }),
    start('mail', '../standins/mail/main.ts', ['--port', String(mailWeb), '--smtp', String(smtp), '--folder', await at('mailboxes')], {
      MAIL_PASSWORD: secrets.mailPassword,
    }),
    start(
      'cloud',
      '../standins/cloud/main.ts',
      ['--port', String(cloud), '--folder', await at('cloud-folder'), '--identity', `http://127.0.0.1:${identity}`],
      { CLOUD_PASSWORD: secrets.cloudPassword, IDENTITY_SECRET: secrets.identitySecret },
    ),
    start(
      'file-servers',
      '../standins/transfer/main.ts',
      [
        ...['--port', String(transfer), '--sftp', String(sftp), '--ftp', String(ftp), '--objects', String(objects)],
        ...['--folder', await at('file-servers')],
      ],
      { TRANSFER_PASSWORD: secrets.transferPassword },
    ),
    start('archive', '../standins/archive/main.ts', ['--port', String(archive)], {
      ARCHIVE_PASSWORD: secrets.archivePassword,
      ARCHIVE_SECRET: secrets.archiveSecret,
    }),
    start(
      'identity',
      '../standins/identity/main.ts',
      [
        ...['--port', String(identity), '--redirect', `${app}/api/session/outside/back`],
        ...['--redirect', `${app}/api/destinations/cloud-by-sign-in/back`],
      ],
      { IDENTITY_SECRET: secrets.identitySecret },
    ),
  ])
  const local = (number: number) => `http://127.0.0.1:${number}`
  return {
    bench: `${local(device)}/`,
    officeDevice: `${local(device)}/eSCL`,
    printer: `ipp://127.0.0.1:${device}/ipp/print`,
    register: { address: local(register), key: secrets.registerKey },
    mailboxes: `${local(mailWeb)}/`,
    mail: { port: smtp, password: secrets.mailPassword },
    cloud: { page: `${local(cloud)}/`, address: `${local(cloud)}/dav`, password: secrets.cloudPassword },
    transfer: { page: `${local(transfer)}/`, sftp, ftp, objects: local(objects), password: secrets.transferPassword, ...Keys.parse(keys) },
    archive: { page: `${local(archive)}/`, password: secrets.archivePassword, secret: secrets.archiveSecret },
    bags: await at('archive-packages'),
    identity: { address: local(identity), secret: secrets.identitySecret },
  }
}
