import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'
import { readRubric } from '../../core/rubric/readRubric'
import { examinePage } from '../../engine/examine'
import { makeStack } from '../../standins/paper/stacks'
import { drawnPixels } from '../../standins/paper/drawn'
import type { ColourMode } from '../../standins/paper/scan'

const read = readRubric(JSON.parse(readFileSync('run/demo/mooring-permits.rubric.json', 'utf8')))
if (!read.ok) throw new Error('The demo rubric is not sound.')
const { rubric } = read
const stack = makeStack('mooring-permits', 4)
const spoilt = stack.truth.documents.find(document => document.undecidable)!.sides[0]!

// The same paper at other resolutions and in other colour modes: a form, its back, an attachment, the pencil note, the spoilt label.
const pencil = stack.truth.sides.findIndex(side => side.text.some(text => text.startsWith('rang owner'))) + 1
const chosen = [1, 2, 3, pencil, spoilt]

it.each<[number, ColourMode]>([
  [150, 'grey'],
  [300, 'grey'],
  [200, 'colour'],
  [200, 'mono'],
])('paper at %i dpi in %s is examined as its truth says', async (dpi, mode) => {
  for (const number of chosen) {
    const truth = stack.truth.sides[number - 1]!
    const scanned = await drawnPixels(stack, truth.sheet - 1, truth.side, { dpi, colour: mode })
    const { evidence, page } = await examinePage({ ...scanned, dpi }, rubric, { side: truth.side })
    const name = `side ${number} (${truth.what})`
    expect([name, page.width, page.height]).toEqual([name, scanned.width, scanned.height])
    // A device's own black and white has turned specks and see-through to ink before we see them.
    if (mode !== 'mono') expect([name, evidence.blank]).toEqual([name, truth.blank])
    if (truth.text.length > 8) expect([name, Math.abs(evidence.skewDeg - truth.skewDeg) < 0.2]).toEqual([name, true])
    const { barcode } = truth
    expect([name, evidence.codes.map(code => code.value)]).toEqual([name, barcode?.readable ? [barcode.value] : []])
    expect([name, evidence.unread.length > 0]).toEqual([name, barcode !== null && !barcode.readable])
    const place = evidence.codes[0] ?? evidence.unread[0]
    if (barcode && place)
      expect(
        Math.hypot(place.x + place.width / 2 - barcode.x - barcode.width / 2, place.y + place.height / 2 - barcode.y - barcode.height / 2),
      ).toBeLessThan(0.5)
  }
})
