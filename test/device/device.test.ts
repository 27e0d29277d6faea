import { mkdtemp, readdir, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { esclDevice } from '../../devices/escl'
import { documentsOf } from '../../standins/paper/part'
import { makeStack } from '../../standins/paper/stacks'
import { command } from '../product/command'
import { quickScan as settings, startDevice } from '../product/device'

let device: Awaited<ReturnType<typeof startDevice>>
let folder: string
beforeAll(async () => {
  device = await startDevice()
  folder = await mkdtemp(join(tmpdir(), 'rubricator-device-'))
})
afterAll(async () => {
  device.stop()
  await rm(folder, { recursive: true })
})

const sides = documentsOf(makeStack('mooring-permits', 1), '1-2').truth.sides.length

describe('our eSCL client and the simulated device', () => {
  it('reads what the device can do', async () => {
    expect(await esclDevice({ name: 'D', address: device.address }).capabilities()).toEqual({
      model: 'Test device',
      feeder: true,
      duplex: true,
      glass: true,
      colourModes: ['mono', 'grey', 'colour'],
      resolutions: [75, 100, 150, 200, 300, 400, 600],
      formats: ['image/jpeg', 'application/pdf'],
    })
  })

  it('takes sides; a scan that was stopped at the device is no end of the paper', async () => {
    await device.load(1)
    const client = esclDevice({ name: 'D', address: device.address })
    const job = await client.start(settings)
    const first = await client.next(job, 'feeder')
    expect(first!.mediaType).toBe('image/jpeg')
    expect(await sharp(first!.bytes).metadata()).toMatchObject({ width: 620, height: 877, channels: 1, density: 75 })
    expect(await client.status()).toMatchObject({ state: 'busy', feederLoaded: true })
    await expect(client.start(settings)).rejects.toThrow('D is busy with another scan. Wait until it is free')
    await client.cancel(job)
    await expect(client.next(job, 'feeder')).rejects.toThrow('The scan was stopped at D with paper left in its feeder.')
    expect((await client.status()).state).toBe('idle')
  })

  it('stops at a jam with what to do, and goes on with the sheet that stuck', async () => {
    await device.load(1, { jam: '2' })
    const client = esclDevice({ name: 'D', address: device.address })
    const job = await client.start(settings)
    for (let side = 0; side < 4; side++) expect((await client.next(job, 'feeder'))?.mediaType).toBe('image/jpeg')
    await expect(client.next(job, 'feeder')).rejects.toThrow('A sheet is stuck in')
    const status = await client.status()
    expect(status).toMatchObject({ state: 'stopped', fault: 'jam' })
    expect(status.jobs[0]).toEqual({ address: job, running: false, broken: true, completed: 4 })
    await expect(client.start(settings)).rejects.toThrow('A sheet is stuck in D.')
    await device.free()
    const next = await client.start(settings)
    expect((await client.next(next, 'feeder'))?.mediaType).toBe('image/jpeg')
    await client.cancel(next)
  })

  it('scans what lies on the glass, one side at a time', async () => {
    const client = esclDevice({ name: 'D', address: device.address })
    const glass = { ...settings, source: 'glass', twoSided: false } as const
    await expect(client.start(glass)).rejects.toThrow('Nothing lies on the glass of D.')
    await device.lay(1, 1)
    const job = await client.start(glass)
    expect((await client.next(job, 'glass'))?.mediaType).toBe('image/jpeg')
    expect(await client.next(job, 'glass')).toBeNull()
  })

  it('says whom to ask when nothing answers', async () => {
    await expect(esclDevice({ name: 'D', address: 'http://127.0.0.1:9/eSCL' }).start(settings)).rejects.toThrow(
      'D does not answer at 127.0.0.1:9. Check that it is switched on',
    )
  })

  it('makes its own black and white, as PDF with one bit a pixel', async () => {
    await device.load(1)
    const started = await fetch(`${device.address}/ScanJobs`, {
      method: 'POST',
      body:
        '<ScanSettings><ColorMode>BlackAndWhite1</ColorMode><XResolution>100</XResolution>' +
        '<DocumentFormatExt>application/pdf</DocumentFormatExt></ScanSettings>',
    })
    const job = started.headers.get('location')!
    const side = await fetch(`${job}/NextDocument`)
    expect(side.headers.get('content-type')).toBe('application/pdf')
    await writeFile(join(folder, 'mono.pdf'), Buffer.from(await side.arrayBuffer()))
    expect((await command('pdfimages', ['-list', join(folder, 'mono.pdf')])).output).toMatch(/image\s+827\s+1169\s+\S+\s+1\s+1/)
    expect((await fetch(job, { method: 'DELETE' })).status).toBe(200)
  })

  it('gives the same side again when the connection broke before it was taken', async () => {
    // Slow enough for a connection to break before the side has left.
    const slow = await startDevice(300)
    try {
      await slow.load(1)
      const client = esclDevice({ name: 'D', address: slow.address })
      const job = await client.start(settings)
      await expect(fetch(`${job}/NextDocument`, { signal: AbortSignal.timeout(50) })).rejects.toThrow()
      let taken = 0
      while (await client.next(job, 'feeder')) taken++
      expect(taken).toBe(sides)
    } finally {
      slow.stop()
    }
  })

  it('says what to do about an empty feeder and about a device that does not answer', async () => {
    await device.clear()
    await expect(esclDevice({ name: 'D', address: device.address }).start(settings)).rejects.toThrow(
      'The feeder of D is empty. Load the paper',
    )
    await expect(esclDevice({ name: 'D', address: 'http://127.0.0.1:9/eSCL' }).status()).rejects.toThrow(
      'D does not answer at 127.0.0.1:9. Check that it is switched on',
    )
  })

  it.each([
    ['nonsense', 400],
    ['<a/>', 400],
    ['<ScanSettings><InputSource>Feeder</InputSource></ScanSettings>', 409],
  ])('the device refuses %s', async (body, status) => {
    expect((await fetch(`${device.address}/ScanJobs`, { method: 'POST', body })).status).toBe(status)
  })
})

describe('scanimage, a client that is not ours', () => {
  const scanimage = (...args: string[]) => command('scanimage', args, { SANE_CONFIG_DIR: folder })

  it('lists the device and scans the stack, both sides of every sheet', async () => {
    await writeFile(join(folder, 'dll.conf'), 'airscan\n')
    await writeFile(join(folder, 'airscan.conf'), `[devices]\n"Test device" = ${device.address}, eSCL\n[options]\ndiscovery = disable\n`)
    await device.load(1)
    const listed = await scanimage('-L')
    expect(listed.output).toContain('Test device')
    const name = /`(airscan:[^']+)'/.exec(listed.output)![1]!
    const scanned = await scanimage(
      '-d',
      name,
      '--source',
      'ADF Duplex',
      '--mode',
      'Gray',
      '--resolution',
      '75',
      '-x',
      '210',
      '-y',
      '297',
      '--format=png',
      `--batch=${folder}/side-%d.png`,
    )
    expect(scanned.errors).toContain('Document feeder out of documents')
    const files = (await readdir(folder)).filter(file => file.startsWith('side-'))
    expect(files).toHaveLength(sides)
    const { width, height } = await sharp(join(folder, 'side-1.png')).metadata()
    expect(width).toBeGreaterThan(600)
    expect(height).toBeGreaterThan(850)
  })
})
