import { createHash } from 'node:crypto'
import { stat } from 'node:fs/promises'
import { isIP } from 'node:net'
import { basename } from 'node:path'
import { createTransport } from 'nodemailer'
import { z } from 'zod'
import { allowedAddress } from '../reach/address'
import { defineConnector, Refusal, type Delivery, type Receipt } from './connector'
import { unreached } from './unreached'

const Options = z.strictObject({
  host: z.string().min(1).meta({ title: 'Mail server', description: 'The mail server, by name or address', trusts: true }),
  port: z
    .int()
    .min(1)
    .max(65535)
    .meta({ title: 'Port', description: 'Its port: 465 with TLS from the first byte, else 587 or 25', trusts: true }),
  secure: z.boolean().default(false).meta({
    title: 'TLS at once',
    description: 'TLS from the first byte; without it the connection is raised to TLS where the server offers that',
  }),
  user: z.string().optional().meta({ title: 'User name', description: 'The user name, where the server asks for one' }),
  password: z.string().optional().meta({ title: 'Password', description: 'The password that belongs to it', secret: true }),
  from: z.email().meta({ title: 'Sender', description: 'The address of the sender' }),
  to: z.array(z.email()).default([]).meta({ title: 'To', description: 'Who gets the mail where nobody was chosen' }),
  subject: z
    .string()
    .min(1)
    .default('{type}, document {document} of {batch}')
    .meta({ title: 'Subject', description: 'The subject: {type}, {batch}, {document} and index values are filled in' }),
  text: z
    .string()
    .default('{values}')
    .meta({ title: 'Text', description: 'The text, filled in likewise; {values} lists all index values' }),
  most: z.number().min(0.1).max(100).optional().meta({
    title: 'Largest attachment',
    description: 'Files that weigh more in all, in megabytes, stay here: the mail says where to open the document',
  }),
  address: z
    .url({ protocol: /^https?$/ })
    .optional()
    .meta({
      title: 'Our own address',
      description: 'Under which people open this Rubricator, for that; such as https://rubricator.example',
    }),
})
type Options = z.infer<typeof Options>

const seconds = 30

/** Mail with the files attached and the index values in its text. SMTP (RFC 5321). */
export default defineConnector({
  name: 'mail',
  label: 'mail',
  asks: 'people',
  options: Options,
  open: options => ({ deliver: delivery => deliver(options, delivery), check: () => check(options), dispose: async () => undefined }),
})

async function deliver(options: Options, delivery: Delivery): Promise<Receipt> {
  const to = delivery.people.length ? [...delivery.people] : options.to
  if (!to.length)
    throw new Refusal(
      'Nobody was chosen to get this mail, and the destination names nobody. Ask a steward to add an address to it, or scan ' +
        'again and choose someone.',
    )
  const transport = await openTransport(options).catch((error: unknown) => {
    throw inWords(error, options)
  })
  try {
    const link = await linkInstead(options, delivery)
    const sent = await transport.sendMail({
      from: options.from,
      to,
      // The same delivery has the same name, so that a mailbox that got it twice can tell.
      messageId: `<${createHash('sha256').update(`${delivery.id} ${to.join()}`).digest('hex').slice(0, 32)}@rubricator>`,
      subject: filled(options.subject, delivery).replace(/\s+/g, ' ').slice(0, 200),
      text: [filled(options.text, delivery), ...(link ? [`The files are too large for mail. Open the document:\n${link}`] : [])].join(
        '\n\n',
      ),
      attachments: (link ? [] : delivery.files).map(file => ({
        filename: basename(file.name),
        path: file.path,
        contentType: file.mediaType,
      })),
      disableUrlAccess: true,
    })
    if (sent.rejected.length)
      throw new Refusal(
        `${options.host} took the mail for ${sent.accepted.length} of ${to.length}, and refused ` +
          `${sent.rejected.map(String).join(', ')}. Check these addresses.`,
      )
    return { place: to.join(', '), answer: `${options.host} took the mail: ${sent.response.slice(0, 200)}` }
  } catch (error) {
    throw inWords(error, options)
  } finally {
    transport.close()
  }
}

/** Where people open the document, if its files are too large to be attached; null where they go along. */
async function linkInstead({ most, address }: Options, delivery: Delivery): Promise<string | null> {
  if (most === undefined) return null
  const sizes = await Promise.all(delivery.files.map(async file => (await stat(file.path)).size))
  const megabytes = sizes.reduce((sum, size) => sum + size, 0) / 1_000_000
  if (megabytes <= most) return null
  if (!address)
    throw new Refusal(
      `The files weigh ${megabytes.toFixed(1)} MB, and this destination attaches ${most} MB at most. Ask a steward to put our own ` +
        'address into it, so that the mail can say where to open them.',
    )
  // A later edition is delivered as 12-2, and is the same document.
  return `${address.replace(/\/+$/, '')}/documents/${delivery.id.split('-')[0]}`
}

async function check(options: Options): Promise<string> {
  try {
    const transport = await openTransport(options)
    await transport.verify().finally(() => transport.close())
    return `${options.host} answers${options.user ? ' and takes the user name and password' : ''}. No mail was sent.`
  } catch (error) {
    throw inWords(error, options)
  }
}

export type MailServer = Pick<Options, 'host' | 'port' | 'secure' | 'user' | 'password'>

/** A mail server's transport, connected to an address that the office allows; its certificate is checked by its name. */
export async function openTransport({ host, port, secure, user, password }: MailServer) {
  const address = await allowedAddress(host)
  return createTransport({
    host: address,
    port,
    secure,
    tls: isIP(host) ? {} : { servername: host },
    connectionTimeout: seconds * 1000,
    socketTimeout: seconds * 1000,
    ...(user ? { auth: { user, pass: password ?? '' } } : {}),
  })
}

/** A template with a delivery's values; what there is none of is left out. */
export function filled(template: string, { index }: Pick<Delivery, 'index'>): string {
  const values = z.record(z.string(), z.string()).catch({}).parse(index.values)
  const said = (name: string, otherwise: string) => z.coerce.string().parse(index[name] ?? otherwise)
  const own: Record<string, string> = {
    ...values,
    type: said('type', 'Document'),
    batch: said('batch', ''),
    document: said('document', ''),
    values: Object.entries(values)
      .map(([name, value]) => `${name}: ${value}`)
      .join('\n'),
  }
  return template.replace(/\{([A-Za-z][\w-]*)\}/g, (_, name: string) => own[name] ?? '')
}

/** What an SMTP client says, as a sentence; codes of 500 and more will not change by themselves (RFC 5321, 4.2.1). */
export function inWords(error: unknown, { host }: { host: string }): Error {
  if (error instanceof Refusal) return error
  const { code, responseCode, response } = error as { code?: string; responseCode?: number; response?: string }
  if (code === 'EAUTH')
    return new Refusal(`${host} refused our user name or password. Ask a steward to put the right ones into the destination.`, 'person', {
      cause: error,
    })
  if (responseCode && responseCode >= 500)
    return new Refusal(`${host} refused the mail: ${response?.slice(0, 200)}`, 'person', { cause: error })
  if (responseCode) return new Error(`${host} does not take the mail now: ${response?.slice(0, 200)}`, { cause: error })
  return unreached(error, host)
}
