import { createHash } from 'node:crypto'
import { basename } from 'node:path'
import { createTransport } from 'nodemailer'
import { z } from 'zod'
import { defineConnector, Refusal, type Delivery, type Receipt } from './connector'

const Options = z.strictObject({
  host: z.string().min(1),
  port: z.int().min(1).max(65535),
  /** TLS from the first byte; without it the connection is raised to TLS where the server offers that. */
  secure: z.boolean().default(false),
  user: z.string().optional(),
  password: z.string().optional(),
  /** The sender's address. */
  from: z.email(),
  /** Who gets the mail where nobody was chosen. */
  to: z.array(z.email()).default([]),
  /** Subject and text; {type}, {batch}, {document} and index values are filled in, {values} lists them all. */
  subject: z.string().min(1).default('{type}, document {document} of {batch}'),
  text: z.string().default('{values}'),
})
type Options = z.infer<typeof Options>

const seconds = 30

/** Mail with the files attached and the index values in its text. SMTP (RFC 5321). */
export default defineConnector({
  name: 'mail',
  asks: 'people',
  options: Options,
  open: options => ({ deliver: delivery => deliver(options, delivery), dispose: async () => undefined }),
})

async function deliver(options: Options, delivery: Delivery): Promise<Receipt> {
  const to = delivery.people.length ? [...delivery.people] : options.to
  if (!to.length) throw new Refusal('Nobody was chosen to get this mail, and the destination names nobody. Ask a steward to add an address to it, or scan again and choose someone.')
  const transport = createTransport({
    host: options.host, port: options.port, secure: options.secure, connectionTimeout: seconds * 1000, socketTimeout: seconds * 1000,
    ...(options.user ? { auth: { user: options.user, pass: options.password ?? '' } } : {}),
  })
  try {
    const sent = await transport.sendMail({
      from: options.from, to,
      // The same delivery has the same name, so that a mailbox that got it twice can tell.
      messageId: `<${createHash('sha256').update(`${delivery.id} ${to.join()}`).digest('hex').slice(0, 32)}@rubricator>`,
      subject: filled(options.subject, delivery).replace(/\s+/g, ' ').slice(0, 200),
      text: filled(options.text, delivery),
      attachments: delivery.files.map(file => ({ filename: basename(file.name), path: file.path, contentType: file.mediaType })),
      disableUrlAccess: true,
    })
    if (sent.rejected.length) throw new Refusal(`${options.host} took the mail for ${sent.accepted.length} of ${to.length}, and refused ${sent.rejected.map(String).join(', ')}. Check these addresses.`)
    return { place: to.join(', '), answer: `${options.host} took the mail: ${sent.response.slice(0, 200)}` }
  } catch (error) {
    throw inWords(error, options)
  } finally {
    transport.close()
  }
}

/** A template with a delivery's values; what there is none of is left out. */
export function filled(template: string, { index }: Pick<Delivery, 'index'>): string {
  const values = z.record(z.string(), z.string()).catch({}).parse(index.values)
  const own: Record<string, string> = {
    ...values, type: String(index.type ?? 'Document'), batch: String(index.batch ?? ''), document: String(index.document ?? ''),
    values: Object.entries(values).map(([name, value]) => `${name}: ${value}`).join('\n'),
  }
  return template.replace(/\{([A-Za-z][\w-]*)\}/g, (_, name: string) => own[name] ?? '')
}

/** What an SMTP client says, as a sentence; codes of 500 and more will not change by themselves (RFC 5321, 4.2.1). */
function inWords(error: unknown, { host }: Options): Error {
  if (error instanceof Refusal) return error
  const { code, responseCode, response } = error as { code?: string, responseCode?: number, response?: string }
  if (code === 'EAUTH') return new Refusal(`${host} refused our user name or password. Ask a steward to put the right ones into the destination.`, { cause: error })
  if (responseCode && responseCode >= 500) return new Refusal(`${host} refused the mail: ${response?.slice(0, 200)}`, { cause: error })
  if (responseCode) return new Error(`${host} does not take the mail now: ${response?.slice(0, 200)}`, { cause: error })
  return new Error(`${host} does not answer. Check that the mail server runs and can be reached from here.`, { cause: error })
}
