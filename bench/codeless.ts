import type { Grey } from '../core/raster/image'
import { Drawing, fonts } from '../standins/paper/drawing'
import { sentences } from '../standins/paper/officeLetters'
import { Pile, wear } from '../standins/paper/pile'
import { Random } from '../standins/paper/random'
import { drawnPixels } from '../standins/paper/drawn'
import { makeStack } from '../standins/paper/stacks'

const words = (random: Random) => random.pick(sentences).split(' ')

/** Pages that carry no code but have lines and patterns that a careless reader takes for one. */
const kinds: Record<string, (random: Random) => Drawing> = {
  'dense text': random => {
    const page = new Drawing()
    const size = random.pick([6, 7, 8, 9, 10])
    for (let y = 20; y < 280; y += size * random.pick([0.4, 0.42, 0.48]))
      page.text(
        14,
        y,
        Array.from({ length: 6 }, () => random.pick(sentences))
          .join(' ')
          .slice(0, Math.round(980 / size)),
        { font: random.pick([fonts.serif, fonts.sans]), size, weight: random.pick([400, 400, 700]) },
      )
    return page
  },
  table: random => {
    const page = new Drawing()
    const [wide, high] = [random.pick([9, 14, 22, 30]), random.pick([4, 5.5, 8])]
    for (let y = 25; y < 275; y += high) page.rule(15, y, 195, y, random.between(0.1, 0.5))
    for (let x = 15; x <= 195; x += wide) page.rule(x, 25, x, 275, random.between(0.1, 0.5))
    for (let y = 25 + high * 0.75; y < 270; y += high)
      for (let x = 16; x < 190; x += wide)
        if (random.chance(0.8))
          page.text(x, y, String(random.whole(0, 10 ** Math.floor(wide / 3.2) - 1)), { font: fonts.sans, size: Math.min(10, high * 2) })
    return page
  },
  'ruled form': random => {
    const page = new Drawing()
    for (let row = 0; row < 22; row++) {
      const y = 25 + row * 11
      page.text(15, y, words(random).slice(0, 3).join(' '), { size: 8 })
      // Combs: a box for each letter.
      if (row % 3 === 0) for (let x = 70; x < 185; x += 5) page.box(x, y - 5, 5, 6.5)
      else page.rule(70, y + 1, 190, y + 1, 0.2)
      if (row % 4 === 1)
        for (let tick = 0; tick < 8; tick++) page.box(72 + tick * 14, y - 4, 4, 4).text(77 + tick * 14, y, String(tick), { size: 7 })
    }
    return page
  },
  headlines: random => {
    const page = new Drawing()
    for (let y = 30; y < 270; y += 17)
      page.text(14, y, words(random).slice(0, 4).join(' ').toUpperCase(), {
        font: random.pick([fonts.sans, fonts.serif]),
        size: random.pick([20, 26, 32]),
        weight: 700,
      })
    return page
  },
  figures: random => {
    const page = new Drawing()
    for (let y = 20; y < 280; y += random.pick([3.4, 3.8, 4.4]))
      page.text(14, y, Array.from({ length: 14 }, () => random.whole(1000, 99999)).join(' '), { font: fonts.typed, size: 8.5 })
    return page
  },
  drawing: random => {
    const page = new Drawing()
    for (let block = 0; block < 5; block++) {
      const [x, y] = [20 + (block % 2) * 90, 25 + Math.floor(block / 2) * 85]
      page.box(x, y, 75, 70)
      for (let line = 0; line < 75; line += random.pick([2.5, 4])) page.rule(x + line, y, x + Math.max(0, line - 30), y + 70, 0.15)
      page.text(x + 4, y + 76, words(random).slice(0, 5).join(' '), { size: 9 })
    }
    return page
  },
}

/** Each of these pages as a scan in grey, and what it is: half of them drawn for this, half from the demo's paper. */
export async function* codelessPages(count: number): AsyncGenerator<{ what: string; page: Grey }> {
  const random = new Random(4242)
  const drawn = Object.entries(kinds)
  const pile = new Pile(['front'])
  pile.begin('codeless', {})
  const half = Math.ceil(count / 2)
  for (let at = 0; at < half; at++)
    pile.lay({
      front: drawn[at % drawn.length]![1](random),
      back: null,
      what: drawn[at % drawn.length]![0],
      worn: wear(random, at % 5 === 0 ? { x: random.between(30, 180), level: 170 } : null, false),
    })
  const stack = pile.stack('codeless', 'Codeless', 4242)
  for (let at = 0; at < half; at++)
    yield { what: stack.truth.sides[at]!.what, page: await drawnPixels(stack, at, 'front', { dpi: 200, colour: 'grey' }) }
  const demo = (['mooring-permits', 'office-letters', 'dues-statements', 'logbooks'] as const).flatMap((id, seed) => {
    const one = makeStack(id, seed + 11)
    return one.truth.sides.filter(side => !side.blank && !side.barcode).map(side => ({ one, side }))
  })
  for (let at = 0; at < count - half; at++) {
    const { one, side } = demo[(at * 7) % demo.length]!
    yield { what: `${one.id}: ${side.what}`, page: await drawnPixels(one, side.sheet - 1, side.side, { dpi: 200, colour: 'grey' }) }
  }
}
