import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto'

const bytes = 32

const derive = (secret: string, salt: Buffer) =>
  new Promise<Buffer>((resolve, reject) =>
    scrypt(secret.normalize('NFC'), salt, bytes, { N: 16384, r: 8, p: 1 }, (error, key) => (error ? reject(error) : resolve(key))),
  )

/** A secret as it is kept: scrypt (RFC 7914), salt and key in base64. */
export async function hashSecret(secret: string): Promise<string> {
  const salt = randomBytes(16)
  return `scrypt$${salt.toString('base64')}$${(await derive(secret, salt)).toString('base64')}`
}

export async function secretMatches(secret: string, kept: string): Promise<boolean> {
  const [scheme, salt, key] = kept.split('$')
  if (scheme !== 'scrypt' || !salt || !key) return false
  return timingSafeEqual(await derive(secret, Buffer.from(salt, 'base64')), Buffer.from(key, 'base64'))
}
