import { laySlip } from './landingSlips'
import { layPermitFile } from './mooringPermits'
import { layLetter } from './officeLetters'
import { Pile } from './pile'
import { Random } from './random'
import type { Stack } from './stack'
import { makePermit } from './world'

const rounds = 6

/** A morning's post as it lay in the tray: permit files, landing slips and letters in one two-sided stack. */
export function mixedPost(seed: number): Stack {
  const random = new Random(seed + 12000)
  const pile = new Pile(['front', 'back'])
  const streak = { x: random.between(40, 170), level: 168 }
  let permitNumber = 5200
  for (let round = 1; round <= rounds; round++) {
    permitNumber += random.whole(2, 12)
    // Rounds two to five take the permits that have their quirks: the pencil note, the spoilt label.
    layPermitFile(pile, makePermit(random, permitNumber), random, round + 1, streak)
    for (let slip = random.whole(1, 2); slip > 0; slip--) laySlip(pile, random, 100 + round, streak)
    layLetter(pile, random, round % 2 ? 'printed' : 'blank', streak)
  }
  return pile.stack('mixed-post', 'Mixed post', seed)
}
