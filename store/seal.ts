import { createCipheriv, createDecipheriv, createHash, randomBytes } from 'node:crypto'
import { z } from 'zod'

const Sealed = z.strictObject({ sealed: z.string() })
const nonceBytes = 12
const tagBytes = 16

export const leastKeyLength = 32

/** A key of the settings' words: whoever has the database alone cannot read what is sealed. @throws {Error} where there is none */
function key(words = process.env.RUBRICATOR_SECRET_KEY ?? ''): Buffer {
  if (words.length < leastKeyLength)
    throw new Error(
      "RUBRICATOR_SECRET_KEY is missing or shorter than 32 characters: destinations' keys are sealed with it. bin/start sets it.",
    )
  return createHash('sha256').update(words).digest()
}

/**
 * A value that only the key's holder can read: AES-256-GCM (NIST SP 800-38D), nonce, tag and text in base64.
 * @param words of a key other than the settings'
 */
export function seal(value: unknown, words?: string): { sealed: string } {
  const nonce = randomBytes(nonceBytes)
  const cipher = createCipheriv('aes-256-gcm', key(words), nonce)
  const text = Buffer.concat([cipher.update(JSON.stringify(value), 'utf8'), cipher.final()])
  return { sealed: Buffer.concat([nonce, cipher.getAuthTag(), text]).toString('base64') }
}

/** What was sealed; what never was is given as it is. @throws {Error} where the key is another one, or a byte was changed */
export function opened(value: unknown): unknown {
  const read = Sealed.safeParse(value)
  if (!read.success) return value
  const bytes = Buffer.from(read.data.sealed, 'base64')
  const decipher = createDecipheriv('aes-256-gcm', key(), bytes.subarray(0, nonceBytes))
  decipher.setAuthTag(bytes.subarray(nonceBytes, nonceBytes + tagBytes))
  try {
    return JSON.parse(Buffer.concat([decipher.update(bytes.subarray(nonceBytes + tagBytes)), decipher.final()]).toString('utf8'))
  } catch (error) {
    throw new Error(
      'What is sealed in the database opens with another RUBRICATOR_SECRET_KEY only. Give this copy the key it was sealed with.',
      {
        cause: error,
      },
    )
  }
}
