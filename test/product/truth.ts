import type { Ledger } from '../../core/model/ledger'
import type { Truth } from '../../standins/paper/truth'

/** Fields by the names that the truth has for them; a harbour zone is ticked by hand, a vessel looked up: neither is read. */
const readFields: Record<string, Record<string, string>> = {
  'mooring-permit': { permit: 'permit', year: 'year', hull: 'hull', vessel: 'vessel', issued: 'issued', berth: 'berth', notify: 'mail' },
  'landing-slip': { hull: 'hull', landed: 'landed', weight: 'weight', buyer: 'buyer' },
  letter: { file: 'file', dated: 'dated', subject: 'subject' },
}

/** Where a ledger and the truth differ, as sentences; an empty list is what tests want. */
export function differences(ledger: Pick<Ledger, 'pages' | 'documents'>, truth: Truth, answered: boolean): string[] {
  const found: string[] = []
  const say = (what: string, expected: unknown, got: unknown) => {
    if (JSON.stringify(expected) !== JSON.stringify(got))
      found.push(`${what}: expected ${JSON.stringify(expected)}, got ${JSON.stringify(got)}`)
  }
  say('sides', truth.sides.length, ledger.pages.length)
  truth.sides.forEach((side, at) => {
    const page = ledger.pages[at]
    if (!page) return
    const name = `side ${at + 1} (${side.what})`
    say(`${name}, fate`, answered && side.fate === 'held' ? 'kept' : side.fate, page.fate)
    say(`${name}, sheet and side`, [side.sheet, side.side], [page.sheet, page.side])
    if (page.fate === 'kept' && side.text.length > 3 && Math.abs(side.skewDeg - (page.skewDeg ?? 0)) > 0.2)
      say(`${name}, skew`, side.skewDeg, page.skewDeg)
    if (side.barcode?.readable) say(`${name}, code`, side.barcode.value, page.barcodes[0]?.value)
    if (page.why.length < 10) say(`${name}, reason`, 'a sentence', page.why)
  })
  const expected = truth.documents.filter(document => answered || !document.undecidable)
  say(
    'documents',
    expected.map(document => document.sides),
    ledger.documents.map(document => document.pages),
  )
  say(
    'types',
    expected.map(document => document.type),
    ledger.documents.map(document => document.type),
  )
  return found
}

/** Share of the index values that text gives which are right; a wrong one is worse than none and is named. */
export function valuesRead(ledger: Pick<Ledger, 'documents'>, truth: Truth): { right: number; wrong: string[]; of: number } {
  let right = 0
  let of = 0
  const wrong: string[] = []
  for (const document of ledger.documents) {
    const expected = truth.documents.find(one => one.sides[0] === document.pages[0])
    if (!expected) continue
    for (const [id, name] of Object.entries(readFields[expected.type] ?? {})) {
      if (expected.fields[name] === undefined) continue
      of++
      const value = document.fields[id]?.value
      if (value === expected.fields[name]) right++
      else if (typeof value === 'string')
        wrong.push(`${id} of ${expected.type} ${expected.document}: ${value}, not ${expected.fields[name]}`)
    }
  }
  return { right, wrong, of }
}
