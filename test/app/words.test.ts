import { saidDay, saidTime, useTimeZone } from '../../app/words/time'
import { describe, expect, it } from 'vitest'
import { faultsIn } from '../../app/components/rubric/placeInText'
import { counted, paperIn } from '../../app/words/count'
import { deviceObstacle, deviceState } from '../../app/words/device'
import { batchOutcome } from '../../app/words/outcome'
import { formatWords, pageWeight, weightWords } from '../../app/words/settings'
import type { BatchDetail } from '../../shared/views/batches'

describe('what a page will weigh', () => {
  const weights = [
    { colour: 'mono', dpi: 200, bytes: 40_000, pages: 90 },
    { colour: 'grey', dpi: 200, bytes: 400_000, pages: 10 },
    { colour: 'mono', dpi: 300, bytes: 70_000, pages: 2 },
  ] as const

  it('says what was measured, and an estimate as one', () => {
    expect(weightWords(weights, 'mono', 200)).toBe('40\u00A0KB a page')
    expect(weightWords(weights, 'mono', 300)).toBe('70\u00A0KB a page')
    expect(weightWords(weights, 'grey', 300)).toMatch(/^about \d+\u00A0KB a page$/)
    expect(weightWords(weights, 'colour', 200)).toBe('not measured yet')
  })

  it('weighs pages that choose their own colour by how many there were of each', () => {
    expect(pageWeight(weights, 'auto', 200)).toEqual({ bytes: 76_000, measured: true })
    expect(pageWeight(weights, 'auto', 600)).toBeNull()
  })

  it('estimates from the nearest resolution, more for what grows with the area', () => {
    const grey = pageWeight(weights, 'grey', 400)!.bytes / 400_000
    const mono = pageWeight([weights[0]], 'mono', 400)!.bytes / 40_000
    expect(mono).toBeGreaterThan(2)
    expect(grey).toBeGreaterThan(mono)
    expect(grey).toBeLessThan(4)
  })

  it('says by file format what such files came to', () => {
    const form = { weights, fileWeights: [{ mediaType: 'image/tiff', colour: 'mono', bytes: 38_000 }] as const }
    expect(formatWords(form, 'tiff', 'mono', 200)).toBe('38\u00A0KB a page')
    expect(formatWords(form, 'pdf-a', 'mono', 200)).toBe('about 40\u00A0KB a page')
    expect(formatWords(form, 'jpeg', 'mono', 200)).toBe('heavier: JPEG is for pictures')
  })
})

describe('what keeps a scan from starting', () => {
  const device = (status: object | null) => ({ name: 'Quay device', status }) as Parameters<typeof deviceObstacle>[0]
  it.each([
    [null, 'feeder', 'Quay device does not answer. Check that it is switched on', 'does not answer'],
    [{ state: 'busy', feederLoaded: true, fault: null }, 'glass', 'Quay device is busy', 'scanning'],
    [
      { state: 'stopped', feederLoaded: true, fault: 'double-feed' },
      'feeder',
      'Quay device drew two sheets at once. Take both out',
      'two sheets at once',
    ],
    [{ state: 'idle', feederLoaded: false, fault: null }, 'feeder', 'The feeder of Quay device is empty', 'ready, feeder empty'],
  ] as const)('%o', (status, source, words, state) => {
    expect(deviceObstacle(device(status), source)).toContain(words)
    expect(deviceState(device(status).status)).toBe(state)
  })

  it('asks nothing of the feeder where the glass is used', () => {
    expect(deviceObstacle(device({ state: 'stopped', feederLoaded: false, fault: 'jam' }), 'glass')).toBeNull()
  })
})

describe('what became of a batch', () => {
  const sides = (...fates: string[]) => fates.map(fate => ({ fate, asks: false }))
  const batch = (state: string, more: object = {}) =>
    ({
      state,
      pages: [],
      documents: [],
      totals: { kept: 0, blank: 0, separator: 0 },
      waitsFor: null,
      trouble: null,
      ...more,
    }) as unknown as BatchDetail

  it('counts what is in without what was dropped', () => {
    expect(
      paperIn([
        { sheet: 1, dropped: false },
        { sheet: 1, dropped: false },
        { sheet: 2, dropped: true },
      ]),
    ).toBe('2 sides on 1 sheet')
    expect(counted(12_345, 'page')).toBe('12,345 pages')
  })

  it('takes more paper until a document was sent', () => {
    expect(batchOutcome(batch('to index', { documents: [{ state: 'open' }] })).open).toBe(true)
    expect(batchOutcome(batch('sending', { documents: [{ state: 'sent' }, { state: 'open' }] })).open).toBe(false)
  })

  it('never says that nothing was filed of something that was', () => {
    expect(
      batchOutcome(
        batch('done', { documents: [{ state: 'sent' }], totals: { kept: 3 }, pages: sides('kept', 'blank', 'set-aside', 'separator') }),
      ),
    ).toMatchObject({ title: 'It is filed.', words: '1 document of 3 pages. 3 sides set aside.' })
    expect(batchOutcome(batch('done', { pages: sides('blank', 'blank') })).title).toBe('Nothing was left to file.')
  })
})

describe('faults in a rubric that is written by hand', () => {
  it('shows where the text is no JSON', () => {
    expect(faultsIn('{\n  "version": 1,\n  "name" "x"\n}')).toMatchObject([{ expected: 'JSON', line: 3 }])
    expect(faultsIn('')).toMatchObject([{ path: 'the text', line: 1 }])
  })

  it('shows the line of a wrong value, and of the parent of a missing one', () => {
    const text =
      '{\n  "version": 1,\n  "name": "Slips",\n  "split": {\n    "rules": [\n      { "rule": "count", "sheets": "three" }\n    ]\n  }\n}'
    const faults = faultsIn(text)
    expect(faults).toContainEqual(expect.objectContaining({ path: 'split.rules[0].sheets', line: 6 }))
    for (const { from, to } of faults) expect(text.slice(from, to)).not.toBe('')
  })
})

describe('a time', () => {
  const now = new Date('2026-11-26T00:30:00Z')
  it('is said as the office’s clocks show it, with its day', () => {
    useTimeZone('America/St_Johns')
    expect(saidTime('2026-11-26T00:10:00Z', now)).toBe('today 20:40')
    expect(saidTime('2026-11-25T02:10:00Z', now)).toBe('yesterday 22:40')
    useTimeZone('Europe/London')
    expect(saidTime('2026-11-25T23:10:00Z', now)).toBe('yesterday 23:10')
    expect(saidTime('2026-07-12T15:40:00Z', now)).toBe('12 Jul 16:40')
    expect(saidTime('2025-12-31T23:59:00Z', now)).toBe('31 Dec 2025, 23:59')
    expect(saidDay('2026-03-01')).toBe('1 Mar')
  })
})
