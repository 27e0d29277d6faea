import type { BarcodeFormat } from '../core/model/barcodeFormats'
import type { BarcodeRule } from '../core/rubric/rubric'
import { codesOn } from '../engine/examine'
import { codelessPages } from './codeless'
import { damages, dpi, hardCode, type HardCode } from './hardCodes'
import { saysSo, symbologies, type Symbology } from './symbologies'

// What code reading gets right, on symbols of every format whose truth is known: `npm run bench:codes -- 12` for 12 of each.

const languages = ['eng']
const each = Number(process.argv[2] ?? 12)
const line = (name: string, value: string, target: string) => console.log(`${name.padEnd(56)} ${value.padStart(16)}  ${target}`)
const share = (part: number, of: number) => `${((100 * part) / of).toFixed(1)} % of ${of}`

const ruleFor = (symbology: Symbology, { zone }: HardCode): BarcodeRule => ({
  rule: 'barcode',
  formats: [symbology.format as BarcodeFormat],
  zone,
  side: 'any',
  sheet: 'keep',
})

const sound = { read: 0, wrong: 0, outside: 0, all: 0 }
const spoilt = { seen: 0, wrong: 0, read: 0, all: 0 }
for (const symbology of symbologies) {
  const missed: string[] = []
  for (let at = 0; at < each; at++) {
    const hard = await hardCode(symbology, 1000 + at)
    const { codes } = await codesOn(hard.page, dpi, [ruleFor(symbology, hard)], languages)
    const right = codes.some(code => saysSo(symbology, hard.text, code.value))
    sound.all++
    if (right) sound.read++
    else missed.push(String(at))
    sound.outside += codes.filter(code => saysSo(symbology, hard.other, code.value)).length
    sound.wrong += codes.filter(code => !saysSo(symbology, hard.text, code.value) && !saysSo(symbology, hard.other, code.value)).length

    const damage = damages[at % damages.length]!
    const damaged = await hardCode(symbology, 5000 + at, damage)
    const found = await codesOn(damaged.page, dpi, [ruleFor(symbology, damaged)], languages)
    if (found.codes.some(code => saysSo(symbology, damaged.text, code.value))) {
      spoilt.read++
      continue
    }
    spoilt.all++
    spoilt.wrong += found.codes.length
    if (found.unread.length) spoilt.seen++
    else missed.push(`${damage} ${at} not seen`)
  }
  if (missed.length) console.log(`  ${symbology.bcid}: ${missed.join(', ')}`)
}
line('sound codes read', share(sound.read, sound.all), 'at least 97 %')
line('  read wrong, or taken from outside the zone', `${sound.wrong}, ${sound.outside}`, 'none')
line('spoilt codes recognised as there', share(spoilt.seen, spoilt.all), 'at least 95 %')
line('  spoilt, and read wrong', `${spoilt.wrong}`, 'none')
line('  meant to be spoilt, and read right all the same', `${spoilt.read}`, '')

const everything: BarcodeRule = { rule: 'barcode', formats: [], side: 'any', sheet: 'keep' }
const pages = each * 12
let mistaken = 0
for await (const { what, page } of codelessPages(pages)) {
  const { codes, unread } = await codesOn(page, dpi, [everything], languages)
  if (codes.length + unread.length === 0) continue
  mistaken++
  console.log(
    `  ${what}: ` +
      [...codes.map(code => `${code.format} ${code.value}`), ...unread.map(one => `${one.x.toFixed(1)}, ${one.y.toFixed(1)}`)].join('; '),
  )
}
line('pages without a code on which one is seen', share(mistaken, pages), 'at most 1 %')
