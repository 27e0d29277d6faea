import { execFile } from 'node:child_process'
import { createHash } from 'node:crypto'
import { copyFile, mkdir, mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { esclDevice } from '../../devices/escl'
import { answerBytes, mostHead, readHead } from '../../server/printing/message'
import type { DeviceChoice } from '../../shared/views/devices'
import type { HeldPrints } from '../../shared/views/printing'
import { client, type Client } from '../product/client'
import { quickScan } from '../product/device'
import { emptyFeeder, running } from '../product/running'
import { textPdf } from '../product/textPdf'

let folder: string
let file: string
let device: string
let key: string
let tamsin: Client
/** At the device's panel, signed in. */
let there: Client
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'rubricator-printing-'))
  file = join(folder, 'notice.pdf')
  await textPdf(file, [[[1, 1, 'Notice to mariners']], [[1, 1, 'The slipway is closed on Thursday']]])
  tamsin = await client('Tamsin')
  const piers = await client('Piers')
  device = (await piers<DeviceChoice[]>('GET', '/api/devices')).body.find(one => one.name === 'Office device')!.id
  key = (await tamsin<{ key: string }>('POST', '/api/prints/key')).body.key
  there = await client()
  const { code } = (await piers<{ code: string }>('POST', `/api/panels/${device}`)).body
  await there('POST', '/api/panel/pair', { code })
  await there('POST', '/api/panel/session', { pin: running().person('Tamsin').pin })
})
afterAll(() => rm(folder, { recursive: true }))

const queue = (password: string) => `${running().app.replace('http://', `ipp://Tamsin:${password}@`)}/api/print`
/** What CUPS's own tester says of one of the tests that come with it. */
async function ipptool(test: string, password: string, ...more: string[]) {
  const answer = await promisify(execFile)('ipptool', ['-tv', ...more, '-f', file, queue(password), `${test}.test`]).catch(
    (error: unknown) => error as { stdout: string },
  )
  return answer.stdout
}
const held = async () => (await there<HeldPrints>('GET', '/api/prints')).body
const waits = async () => (await held()).prints
async function untilPrinted(id: number): Promise<void> {
  for (let tries = 0; (await waits()).some(one => one.id === id && one.state === 'printing'); tries++) {
    if (tries > 150) throw new Error('It is printing still.')
    await new Promise(resolve => setTimeout(resolve, 200))
  }
}
const lastInTray = async () => {
  const page = await (await fetch(`${running().bench}tray`)).text()
  const [, number, words] = /tray\/(\d+)\.pdf.*?<p>(.*?)<\/p>/s.exec(page)!
  return { words, number, bytes: Buffer.from(await (await fetch(`${running().bench}tray/${number}.pdf`)).arrayBuffer()) }
}
/** Scans what was printed, and compares it with the file. */
async function expectScanned(number: string): Promise<void> {
  await fetch(`${running().bench}tray/${number}/feeder`, { method: 'POST', redirect: 'manual' })
  const scanner = esclDevice({ name: 'Office device', address: running().standins['office-device']! })
  const job = await scanner.start({ ...quickScan, twoSided: false, dpi: 200, paper: 'auto' })
  const scanned: string[] = []
  try {
    for (let side; (side = await scanner.next(job, 'feeder')); await writeFile(scanned.at(-1)!, side.bytes))
      scanned.push(join(folder, `scanned-${scanned.length}.jpg`))
  } finally {
    await emptyFeeder()
  }
  await promisify(execFile)('pdftoppm', ['-gray', '-r', '200', '-png', file, join(folder, 'sent')])
  expect(scanned).toHaveLength(2)
  for (const [at, picture] of scanned.entries()) {
    const sent = join(folder, `sent-${at + 1}.png`)
    expect(await readBy(picture)).toBe(await readBy(sent))
    // Not only what can be read: as dark in the same places, but for the paper's own grey and how straight it lay.
    expect(await apart(picture, sent)).toBeLessThan(12)
  }
}
const readBy = async (picture: string) =>
  (await promisify(execFile)('tesseract', [picture, 'stdout', '--dpi', '200'])).stdout.replace(/\s+/g, ' ').trim()
/** The most by which two pictures differ, of 255, at a resolution at which a degree of skew is nothing. */
async function apart(one: string, other: string): Promise<number> {
  const size = { width: 21, height: 30, fit: 'fill' } as const
  const small = (path: string) => sharp(path).resize(size).toColourspace('b-w').extractChannel(0).raw().toBuffer()
  const [a, b] = [await small(one), await small(other)]
  return Math.max(...a.map((value, at) => Math.abs(value - b[at]!)))
}
const digest = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex')
const choices = { copies: 2, sides: 'one-sided', colour: 'monochrome' }

describe('the queue for print jobs', () => {
  it('takes a job from any program, holds it for its owner, and prints it once where they stand', async () => {
    expect(await ipptool('print-job', key, '-d', 'filetype=application/pdf')).toContain('PASS')
    const { prints, device: at } = await held()
    expect(at).toBe('Office device')
    expect(prints[0]).toMatchObject({ state: 'held', pages: 2, bytes: (await readFile(file)).length, trouble: null })
    const { id } = prints[0]!
    const jowan = await client('Jowan')
    expect((await jowan<HeldPrints>('GET', '/api/prints')).body.prints.map(one => one.id)).not.toContain(id)
    expect((await jowan('DELETE', `/api/prints/${id}`)).status).toBe(409)
    // Only where the paper comes out.
    expect((await tamsin('POST', `/api/prints/${id}`, choices)).status).toBe(403)
    expect((await there('POST', `/api/prints/${id}`, choices)).status).toBe(200)
    expect((await there('POST', `/api/prints/${id}`, choices)).status).toBe(409)
    await untilPrinted(id)
    const { words, bytes, number } = await lastInTray()
    expect(words).toContain('2 × one-sided, monochrome')
    expect(digest(bytes)).toBe(digest(await readFile(file)))
    await expectScanned(number!)
    expect((await waits()).map(one => one.id)).not.toContain(id)
    expect(await ipptool('get-completed-jobs', key)).toContain(`job-id (integer) = ${id}`)
  })

  it('takes what lies in a place, for whoever may look there', async () => {
    await mkdir(join(running().folder, 'Notices'), { recursive: true })
    await copyFile(file, join(running().folder, 'Notices', 'slipway.pdf'))
    const take = (who: Client, path: string) => who('POST', '/api/destinations/records-office/print', { path })
    const piers = await client('Piers')
    expect((await take(tamsin, 'Notices/slipway.pdf')).status).toBe(404)
    expect((await take(piers, '../slipway.pdf')).status).toBe(400)
    expect((await take(piers, 'Notices/none.pdf')).status).toBe(502)
    expect((await take(piers, 'Notices/slipway.pdf')).status).toBe(200)
    const [taken] = (await piers<HeldPrints>('GET', '/api/prints')).body.prints
    expect(taken).toMatchObject({ name: 'slipway.pdf', state: 'held', pages: 2 })
    expect((await piers('DELETE', `/api/prints/${taken!.id}`)).status).toBe(200)
  })

  it('keeps a job that a printer does not take, with the reason; it is deleted or printed later', async () => {
    await ipptool('print-job', key)
    const { id } = (await waits())[0]!
    const stick = () => fetch(`${running().bench}tray/jam`, { method: 'POST', redirect: 'manual' })
    await stick()
    await there('POST', `/api/prints/${id}`, choices)
    try {
      await untilPrinted(id)
    } finally {
      await stick()
    }
    expect((await waits())[0]).toMatchObject({ id, state: 'held', trouble: expect.stringContaining('takes no jobs now') as string })
    expect((await there('DELETE', `/api/prints/${id}`)).status).toBe(200)
    expect((await there('POST', `/api/prints/${id}`, choices)).status).toBe(409)
  })

  it('asks for a printing key, of which the last one counts, and for PDF', async () => {
    expect(await ipptool('get-printer-attributes', 'none')).toContain('PASS')
    expect(await ipptool('print-job', 'none')).toContain('FAIL')
    const first = key
    key = (await tamsin<{ key: string }>('POST', '/api/prints/key')).body.key
    expect(await ipptool('get-jobs', first)).toContain('FAIL')
    expect(await ipptool('get-jobs', key)).toContain('PASS')
    const before = (await waits()).length
    const pdf = file
    file = join(folder, 'notice.txt')
    await writeFile(file, 'The slipway is closed on Thursday')
    expect(await ipptool('print-job', key, '-d', 'filetype=application/pdf')).toContain('client-error-document-format-not-supported')
    file = pdf
    expect(await waits()).toHaveLength(before)
  })

  it('refuses what is no request', async () => {
    const send = async (body: Buffer, type = 'application/ipp') =>
      (await fetch(`${running().app}/api/print`, { method: 'POST', headers: { 'content-type': type }, body: new Uint8Array(body) })).status
    expect(await send(Buffer.from('{}'), 'application/json')).toBe(415)
    expect(await send(Buffer.from('print this'))).toBe(400)
    expect(await send(Buffer.alloc(2 * mostHead, 0x02))).toBe(400)
  })
})

describe('the head of a request', () => {
  const { status: _, ...head } = { status: 0, version: [2, 0] as const, id: 7 }
  // An answer has the shape of a request.
  const bytes = answerBytes(head, { status: 0x0002, says: 'quay' })

  it('ends where the document begins, whatever part of it is there', () => {
    const whole = Buffer.concat([bytes, Buffer.from('%PDF-')])
    expect(readHead(whole)).toMatchObject({ length: bytes.length, asked: { operation: 2, id: 7, of: { 'status-message': 'quay' } } })
    for (let length = 0; length < bytes.length; length++) expect(readHead(bytes.subarray(0, length))).toBeNull()
  })

  it('reads no further than it goes, whatever its lengths say', () => {
    let state = 5
    for (let at = 0; at < 3000; at++) {
      const spoilt = Buffer.from(bytes)
      state = (Math.imul(state, 1664525) + 1013904223) >>> 0
      spoilt[8 + (state % (spoilt.length - 8))] = state >>> 24
      const read = readHead(spoilt)
      expect(read === null || read.length <= spoilt.length).toBe(true)
    }
  })
})
