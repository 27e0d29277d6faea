import { expect, it } from 'vitest'
import type { Word } from '../../core/model/evidence'
import { correctedWords } from '../../core/text/correctedWords'

const word = (text: string, x: number, y = 1): Word => ({ text, x, y, width: 0.5, height: 0.12, confidence: 0.4, line: 0 })
const at = ({ x, y, width, height }: Word, was: string, said: string) => ({ x, y, width, height, was, said })
const read = [word('Sandpipcr', 1), word('moored', 2), word('moored', 2, 3), word('~', 4)]

it('puts right the word that stands in the place, and is sure of it', () => {
  const now = correctedWords(read, [at(read[2]!, 'moored', 'mowed')])
  expect(now.map(one => one.text)).toEqual(['Sandpipcr', 'moored', 'mowed', '~'])
  expect(now[2]!.confidence).toBe(1)
  expect(now[1]).toBe(read[1])
})

it('takes the last of several corrections of one place, each of what was there then', () => {
  const place = read[0]!
  expect(correctedWords(read, [at(place, 'Sandpipcr', 'Sandpiper'), at(place, 'Sandpiper', 'Marram')])[0]!.text).toBe('Marram')
})

it('takes away what does not stand there', () => {
  expect(correctedWords(read, [at(read[3]!, '~', '')]).map(one => one.text)).toEqual(['Sandpipcr', 'moored', 'moored'])
})

it('holds for a reading whose boxes are a little elsewhere, and not for what was read otherwise', () => {
  const again = read.map(one => ({ ...one, x: one.x + 0.03, y: one.y - 0.02 }))
  const corrections = [at(read[0]!, 'Sandpipcr', 'Sandpiper')]
  expect(correctedWords(again, corrections)[0]!.text).toBe('Sandpiper')
  expect(correctedWords([word('Sandpiper,', 1)], corrections)[0]!.text).toBe('Sandpiper,')
})
