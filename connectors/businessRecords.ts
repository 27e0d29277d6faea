import { readFile } from 'node:fs/promises'
import { z } from 'zod'
import type { BusinessRecord } from '../core/model/lookup'
import { defineConnector, Refusal, type Delivery, type Receipt } from './connector'
import { fetchWithBearer, oauthOptions } from './oauth'
import { unreached } from './unreached'

/** A line of what is written back: their key, our field, and what they want instead of text. */
const writing = /^(?<key>\S+) = (?<field>\S+)(?: as (?<kind>number|boolean))?$/
const Options = z.strictObject({
  address: z.url().meta({ title: 'Address', description: 'Address of the API, without a slash at its end', trusts: true }),
  key: z.string().min(1).optional().meta({ title: 'Key', description: 'The bearer key that it wants', secret: true }),
  ...oauthOptions,
  lookup: z
    .strictObject({
      path: z.string().startsWith('/').meta({ title: 'Path', description: 'Below the address, such as /vessels' }),
      parameter: z.string().min(1).meta({ title: 'Query parameter', description: 'By which the value is asked' }),
      field: z.string().min(1).meta({ title: 'Index field', description: 'Whose value is asked for' }),
      begins: z
        .string()
        .min(1)
        .optional()
        .meta({ title: 'Beginning', description: 'Query parameter by which records are asked that begin so, while somebody types' }),
      within: z
        .string()
        .min(1)
        .optional()
        .meta({ title: 'Within', description: 'Key of the answer that has the list, where it is not the list' }),
    })
    .meta({
      title: 'Look-up',
      description: 'Where records are looked up, the query parameter, and the index field whose value is asked for',
    }),
  identity: z.string().default('id').meta({ title: 'Identity', description: "Key of a record's own identity" }),
  shown: z.array(z.string()).default([]).meta({ title: 'Shown', description: 'Keys that tell people two records apart' }),
  attach: z
    .string()
    .startsWith('/')
    .meta({ title: 'Attaching', description: 'Where a document is attached: {record} and {document} are filled in' }),
  write: z
    .strictObject({
      path: z.string().startsWith('/').meta({ title: 'Path', description: 'Of a record, below the address: {record} is filled in' }),
      type: z
        .enum(['application/merge-patch+json', 'application/json'])
        .default('application/merge-patch+json')
        .meta({ title: 'Sent as', description: 'What the change is sent as' }),
      values: z
        .array(z.string().regex(writing, 'their key = our index field, with “as number” or “as boolean” behind it where they want that'))
        .min(1)
        .max(100)
        .meta({ title: 'Values', description: 'Their key = our index field; “as number” or “as boolean” behind it where they want that' }),
    })
    .optional()
    .meta({ title: 'Writing back', description: 'What is changed of the record (PATCH) once its document is attached' }),
  noun: z.string().default('record').meta({ title: 'Name of a record', description: 'What the records are called' }),
})
type Options = z.infer<typeof Options>

const seconds = 20
// Only plain values say which record one is; what else a record has is left aside.
const Plain = z.union([z.string(), z.number(), z.boolean(), z.null()]).catch(null)
const RecordList = z.array(z.record(z.string(), Plain))

/** Business records behind an HTTP API in JSON: looked up by one index value, documents attached to them. */
export default defineConnector({
  name: 'business-records',
  label: 'business records',
  can: { lookup: true, described: true },
  options: Options,
  open: options => ({
    deliver: delivery => deliver(options, delivery),
    lookup: {
      field: options.lookup.field,
      key: options.lookup.parameter,
      noun: options.noun,
      find: value => find(options, options.lookup.parameter, value),
      ...(options.lookup.begins ? { begin: beginning(options, options.lookup.begins) } : {}),
    },
    check: () => check(options),
    dispose: async () => undefined,
  }),
})

async function ask(options: Options, path: string, init: RequestInit = {}): Promise<Response> {
  const url = options.address + path
  let response: Response
  try {
    response = await fetchWithBearer(options, url, {
      ...init,
      signal: AbortSignal.timeout(seconds * 1000),
      headers: { ...(init.headers as Record<string, string>), ...(options.key ? { authorization: `Bearer ${options.key}` } : {}) },
    })
  } catch (error) {
    if (error instanceof Refusal) throw error
    throw unreached(error, new URL(url).host)
  }
  if (response.status === 401 || response.status === 403)
    throw new Refusal(`${new URL(url).host} refused our key. Ask its administrator for one and put it into the destination.`)
  return response
}

/** The other side's own words about a refusal. */
async function words(response: Response): Promise<string> {
  const text = await response.text().catch(() => '')
  const said = z.object({ message: z.string() }).safeParse(json(text))
  return (said.success ? said.data.message : text.slice(0, 200)).trim() || 'It does not say why.'
}

function json(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return null
  }
}

const beginning = (options: Options, parameter: string) => async (part: string, most: number) =>
  (await find(options, parameter, part, { most: String(most) })).slice(0, most)

async function find(options: Options, parameter: string, value: string, more: Record<string, string> = {}): Promise<BusinessRecord[]> {
  const response = await ask(options, `${options.lookup.path}?${new URLSearchParams({ [parameter]: value, ...more }).toString()}`)
  if (response.status === 404) return []
  if (!response.ok) throw new Error(`The look-up of ${value} was refused with ${response.status}: ${await words(response)}`)
  const answer = json(await response.text())
  const { within } = options.lookup
  const read = RecordList.safeParse(within === undefined ? answer : (answer as Record<string, unknown> | null)?.[within])
  if (!read.success)
    throw new Error(`The look-up of ${value} was answered with something that is no list of records. Check the destination's address.`)
  return read.data
    .map(record => {
      const values = Object.fromEntries(Object.entries(record).flatMap(([key, one]) => (one === null ? [] : [[key, String(one)]])))
      return {
        id: values[options.identity] ?? '',
        values,
        shown: (options.shown.length ? options.shown : Object.keys(values)).flatMap(key => values[key] ?? []),
      }
    })
    .filter(record => record.id !== '')
}

async function deliver(options: Options, delivery: Delivery): Promise<Receipt> {
  const record = delivery.record ?? (await onlyRecord(options, delivery))
  const [first] = delivery.files
  if (!first) throw new Error(`Document ${delivery.id} has no files. Give its rubric a file to make.`)
  const answers: string[] = []
  for (const [at, file] of delivery.files.entries()) {
    // Not as a later edition is called ("12-2").
    const id = at === 0 ? delivery.id : `${delivery.id}.${at + 1}`
    const path = options.attach.replace('{record}', encodeURIComponent(record)).replace('{document}', encodeURIComponent(id))
    const response = await ask(options, path, {
      method: 'PUT',
      body: await readFile(file.path),
      headers: {
        'content-type': file.mediaType,
        'document-name': encodeURIComponent(file.name),
        'document-values': encodeURIComponent(JSON.stringify(delivery.index.values ?? {})),
      },
    })
    if (!response.ok)
      throw new (response.status < 500 ? Refusal : Error)(
        `The ${options.noun} ${record} did not take ${file.name} (${response.status}): ${await words(response)} Put that right ` +
          `there, then try again.`,
      )
    const kept = z.object({ sha256: z.string() }).safeParse(json(await response.text()))
    if (kept.success && kept.data.sha256 !== file.sha256)
      throw new Error(`${file.name} arrived changed: the other side has the digest ${kept.data.sha256}. Try again.`)
    answers.push(response.status === 201 ? 'attached' : 'was attached already')
  }
  const written = options.write ? await writeBack(options, options.write, record, delivery) : ''
  return { place: `${options.noun} ${record}`, answer: `${first.name}: ${answers[0]}; the other side's digest agrees.${written}` }
}

/** Changes the record by the document's values; one that is empty changes nothing. The same again changes nothing either. */
async function writeBack(options: Options, write: NonNullable<Options['write']>, record: string, delivery: Delivery): Promise<string> {
  const values = (delivery.index.values ?? {}) as Record<string, string | undefined>
  const change: Record<string, string | number | boolean> = {}
  for (const line of write.values) {
    const { key, field, kind } = writing.exec(line)!.groups as { key: string; field: string; kind?: string }
    const value = values[field]
    if (value === undefined || value === '') continue
    change[key] = kind === 'number' ? Number(value) : kind === 'boolean' ? ['true', 'yes'].includes(value) : value
    if (Number.isNaN(change[key]))
      throw new Refusal(
        `“${value}” in ${field} is no number, which ${key} of the ${options.noun} wants. Correct the value, then send it again.`,
      )
  }
  const keys = Object.keys(change)
  if (!keys.length) return ''
  const response = await ask(options, write.path.replace('{record}', encodeURIComponent(record)), {
    method: 'PATCH',
    body: JSON.stringify(change),
    headers: { 'content-type': write.type },
  })
  if (!response.ok)
    throw new (response.status < 500 ? Refusal : Error)(
      `The ${options.noun} ${record} has the document, but did not take ${keys.join(', ')} (${response.status}): ` +
        `${await words(response)} Put that right there or in the values, then try again.`,
    )
  return ` ${keys.join(', ')} ${keys.length === 1 ? 'was' : 'were'} written back.`
}

async function check(options: Options): Promise<string> {
  const { path, parameter } = options.lookup
  const response = await ask(options, `${path}?${new URLSearchParams({ [parameter]: 'none' }).toString()}`)
  const { host } = new URL(options.address)
  if (response.status >= 500) throw new Error(`${host} answered ${response.status}: ${await words(response)}`)
  return `${host} answers and takes the key; a look-up of “none” was answered with ${response.status}. Nothing was attached.`
}

/** The one record that the document's value names. */
async function onlyRecord(options: Options, delivery: Delivery): Promise<string> {
  const { field } = options.lookup
  const value = (delivery.index.values as Record<string, string> | undefined)?.[field]
  if (!value)
    throw new Refusal(`The document has no value in "${field}", by which its ${options.noun} is found. Correct its index, then try again.`)
  const records = await find(options, options.lookup.parameter, value)
  if (records.length === 1) return records[0]!.id
  throw new Refusal(
    records.length === 0
      ? `There is no ${options.noun} with ${field} ${value}. Correct the value or have the ${options.noun} added there, then try again.`
      : `There are ${records.length} records of a ${options.noun} with ${field} ${value} and nobody chose one. Choose it on the ` +
          `document, then try again.`,
  )
}
