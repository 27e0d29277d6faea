import { setTimeout as pause } from 'node:timers/promises'
import ipp from 'ipp'
import { z } from 'zod'
import { ApiBatch, BatchMade, Problem } from '../../shared/views/api'
import type { RunFile } from '../runFile'

export type BatchSeen = z.infer<typeof ApiBatch>

const patienceSeconds = 15 * 60
const Choice = z.array(z.object({ id: z.string(), name: z.string() }))

/** What one of the demo's people does through the calls that other programs have. */
export class OfficeClient {
  constructor(
    private readonly run: Pick<RunFile, 'app' | 'api' | 'signIns'>,
    private readonly name: string,
    private readonly signal: AbortSignal,
  ) {}

  private async call(method: string, path: string, body?: object | Buffer): Promise<{ status: number; body: unknown }> {
    const { base, tokens } = this.run.api
    const response = await fetch(base + path, {
      method,
      headers: {
        authorization: `Bearer ${tokens[this.name]!}`,
        ...(body instanceof Buffer ? {} : { 'content-type': 'application/json' }),
      },
      body: body === undefined ? null : body instanceof Buffer ? new Uint8Array(body) : JSON.stringify(body),
      signal: this.signal,
    })
    return { status: response.status, body: await response.json() }
  }

  private async must(method: string, path: string, body?: object | Buffer): Promise<unknown> {
    const answer = await this.call(method, path, body)
    if (answer.status >= 300) throw new Error(`${method} ${path}: ${JSON.stringify(answer.body)}`)
    return answer.body
  }

  async begin(rubric: string): Promise<number> {
    return BatchMade.parse(await this.must('POST', '/batches', { rubric })).id
  }

  /** Hands a file in and says that it is all; a batch that went on takes no more, which is as well. */
  async handIn(batch: number, key: string, pdf: Buffer): Promise<void> {
    const { state } = await this.seen(batch)
    if (state !== 'receiving') return
    await this.must('POST', `/batches/${batch}/files?name=${key}.pdf&key=${key}`, pdf)
    await this.must('POST', `/batches/${batch}/complete`)
  }

  /** Prints to the queue, as a program does, what waits there for whoever this is. */
  async print(called: string, pdf: Buffer): Promise<void> {
    const { app, api } = this.run
    const answer = await fetch(`${app}/api/print`, {
      method: 'POST',
      headers: {
        'content-type': 'application/ipp',
        authorization: `Basic ${Buffer.from(`${this.name}:${api.tokens[this.name]!}`).toString('base64')}`,
      },
      body: new Uint8Array(
        ipp.serialize({
          version: '2.0',
          operation: 'Print-Job',
          id: 1,
          'operation-attributes-tag': {
            'attributes-charset': 'utf-8',
            'attributes-natural-language': 'en',
            'printer-uri': `${app.replace('http', 'ipp')}/api/print`,
            'requesting-user-name': this.name,
            'job-name': called,
            'document-format': 'application/pdf',
          },
          data: pdf,
        }),
      ),
      signal: this.signal,
    })
    const { statusCode } = ipp.parse(Buffer.from(await answer.arrayBuffer()))
    if (statusCode !== 'successful-ok') throw new Error(`Printing: ${answer.status} ${statusCode}`)
  }

  private async seen(batch: number): Promise<BatchSeen> {
    return ApiBatch.parse(await this.must('GET', `/batches/${batch}`))
  }

  /** The batch once it waits for a person, or for nobody any more. */
  async untilAsks(batch: number): Promise<BatchSeen> {
    for (const end = Date.now() + patienceSeconds * 1000; ;) {
      const found = await this.seen(batch)
      if (!['receiving', 'sorting'].includes(found.state)) return found
      if (Date.now() > end) throw new Error(`Batch ${batch} is still ${found.state}.`)
      await pause(1000, undefined, { signal: this.signal })
    }
  }

  /** Confirms a document as it was filled; what is refused is typed from the paper. What is refused then, too, waits for a person. */
  async confirm(document: number, paper: Readonly<Record<string, string>>): Promise<void> {
    const put = (values: Record<string, string>) => this.call('PUT', `/documents/${document}/values`, { values, confirm: true })
    const first = await put({})
    if (first.status !== 422) return
    const wanted = Problem.parse(first.body).issues?.map(issue => issue.path.replace('values.', '')) ?? []
    await put(Object.fromEntries(wanted.flatMap(field => (paper[field] === undefined ? [] : [[field, paper[field]]]))))
  }

  /** Sends something to an address that does not exist: a slip that somebody must look at. */
  async sendNowhere(pdf: Buffer): Promise<void> {
    const { app, signIns } = this.run
    const person = signIns.find(one => one.name === this.name)!
    const json = { 'content-type': 'application/json' }
    const session = await fetch(`${app}/api/session`, {
      method: 'POST',
      headers: json,
      body: JSON.stringify({ name: person.name, password: person.password }),
      signal: this.signal,
    })
    const cookie = session.headers.get('set-cookie')?.split(';')[0] ?? ''
    const ask = (method: string, path: string, body?: object) =>
      fetch(app + path, { method, headers: { ...json, cookie }, body: body ? JSON.stringify(body) : null, signal: this.signal })
    try {
      const rubrics = Choice.parse(await (await ask('GET', '/api/rubrics')).json())
      const begun = await ask('POST', '/api/batches', {
        rubric: rubrics.find(one => one.name === 'Scan to people')?.id,
        values: { subject: 'Key to the net store' },
        sends: [{ to: 'office-mail', people: ['net.store@saltmere.invalid'] }],
      })
      if (!begun.ok) throw new Error(`sendNowhere: ${await begun.text()}`)
      const batch = BatchMade.parse(await begun.json()).id
      await this.handIn(batch, 'key-to-the-net-store', pdf)
      const { documents, state } = await this.untilAsks(batch)
      if (state === 'to index') for (const document of documents) await this.confirm(document, { subject: 'Key to the net store' })
    } finally {
      await ask('DELETE', '/api/session')
    }
  }
}
