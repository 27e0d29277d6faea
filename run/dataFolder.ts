import { randomBytes, randomInt } from 'node:crypto'
import { chmod, mkdir, readFile, rename, statfs, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { z } from 'zod'
import { Trouble } from './trouble'

const leastFreeBytes = 500 * 1024 * 1024

// A copy from before something needed a key gets one.
const newKey = z.string().default(() => randomBytes(24).toString('hex'))

const SignIn = z.object({
  name: z.string(),
  password: z.string(),
  pin: z.string(),
  badge: z.string(),
  roles: z.array(z.enum(['clerk', 'checker', 'steward'])),
  token: newKey,
})
export type SignIn = z.infer<typeof SignIn>

const Secrets = z.object({
  databasePassword: z.string(),
  /** Of the role that the product works with, which is no superuser. */
  rolePassword: newKey,
  /** Seals destinations' keys in the database. */
  sealKey: newKey,
  sessionPassword: z.string().min(32),
  registerKey: newKey,
  pinKey: newKey,
  readerKey: newKey,
  mailPassword: newKey,
  cloudPassword: newKey,
  transferPassword: newKey,
  archivePassword: newKey,
  archiveSecret: newKey,
  identitySecret: newKey,
  signIns: z.array(SignIn),
})
export type Secrets = z.infer<typeof Secrets>

/** Makes the data folder. @throws {Trouble} where it cannot be written or the disk is nearly full */
export async function prepareDataFolder(data: string): Promise<void> {
  try {
    await mkdir(join(data, 'blobs'), { recursive: true })
    // As root, the database's own user must come through to its folder; all that lies beside it is its owner's alone.
    await chmod(data, process.getuid?.() === 0 ? 0o711 : 0o700)
    await writeFile(join(data, '.written'), '')
  } catch (error) {
    throw new Trouble(
      `The data folder ${data} cannot be written (${(error as Error).message}); set RUBRICATOR_DATA to a folder of yours.`,
      { cause: error },
    )
  }
  const { bavail, bsize } = await statfs(data)
  if (bavail * bsize < leastFreeBytes)
    throw new Trouble(`The disk with ${data} has less than 500 MB free; make room, or set RUBRICATOR_DATA to a folder on another disk.`)
}

const syllables = ['ber', 'col', 'dun', 'fen', 'gar', 'hol', 'kel', 'lan', 'mor', 'nes', 'pel', 'quay', 'ros', 'sal', 'tam', 'wen']
const word = () => syllables[randomInt(syllables.length)]! + syllables[randomInt(syllables.length)]!

function demoSignIn(name: string, roles: SignIn['roles']): SignIn {
  return {
    name,
    roles,
    password: `${word()}-${word()}-${randomInt(10, 100)}`,
    pin: String(randomInt(100000, 1000000)),
    badge: randomBytes(6).toString('hex').toUpperCase(),
    token: randomBytes(24).toString('hex'),
  }
}

/** This data folder's secrets, made at the first start; readable by their owner alone. */
export async function loadSecrets(data: string): Promise<Secrets> {
  const path = join(data, 'secrets.json')
  const text = await readFile(path, 'utf8').catch((error: unknown) => {
    const { code, message } = error as NodeJS.ErrnoException
    if (code === 'ENOENT') return null
    throw new Trouble(
      `${path} cannot be read (${message}); give it back to ${process.env.USER ?? 'you'}, or set RUBRICATOR_DATA to another folder.`,
      { cause: error },
    )
  })
  if (text !== null) {
    const known = Secrets.parse(JSON.parse(text))
    await keep(path, known)
    return known
  }
  const secrets: Secrets = {
    databasePassword: randomBytes(24).toString('hex'),
    rolePassword: randomBytes(24).toString('hex'),
    sealKey: randomBytes(24).toString('hex'),
    sessionPassword: randomBytes(32).toString('hex'),
    registerKey: randomBytes(24).toString('hex'),
    pinKey: randomBytes(24).toString('hex'),
    readerKey: randomBytes(24).toString('hex'),
    mailPassword: randomBytes(24).toString('hex'),
    cloudPassword: randomBytes(24).toString('hex'),
    transferPassword: randomBytes(24).toString('hex'),
    archivePassword: randomBytes(24).toString('hex'),
    archiveSecret: randomBytes(24).toString('hex'),
    identitySecret: randomBytes(24).toString('hex'),
    signIns: [
      demoSignIn('Tamsin', ['clerk']),
      demoSignIn('Jowan', ['clerk']),
      demoSignIn('Hedra', ['checker']),
      demoSignIn('Piers', ['steward']),
    ],
  }
  await keep(path, secrets)
  return secrets
}

async function keep(path: string, secrets: Secrets): Promise<void> {
  await writeFile(`${path}.part`, `${JSON.stringify(secrets, null, 2)}\n`, { mode: 0o600 })
  await rename(`${path}.part`, path)
}
