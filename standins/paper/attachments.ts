import { Drawing, fonts } from './drawing'
import type { Random } from './random'
import { printedDate, type Permit } from './world'

/** The two sides of a sheet; a side may be empty. */
export interface Sheet {
  front: Drawing | null
  back: Drawing | null
  what: string
}

const cover = [
  'Cover runs from noon on the day shown and ends at noon one year later.',
  'Third-party liability is limited to two million in any one event.',
  'The assured gives notice of any claim within fourteen days.',
  'Cover lapses while the vessel is let, raced or lived aboard.',
  'A copy of this note is lodged with the harbour of the home berth.',
  'Disputes are settled by an arbitrator whom both sides name.',
]

/** An insurer's note; some print their conditions on the back. */
export function insuranceNote(permit: Permit, random: Random): Sheet {
  const front = new Drawing()
  front.text(20, 26, 'Brackwater Mutual', { font: fonts.serif, size: 20, weight: 700 })
  front.text(20, 32, 'Marine insurance for small craft', { font: fonts.serif, size: 10, italic: true })
  front.rule(20, 36, 190, 36, 0.8)
  front.text(20, 54, 'Note of cover', { size: 15, weight: 700 })
  front.text(150, 54, `BW ${random.whole(100000, 999999)}`, { font: fonts.typed, size: 11 })
  const rows: [string, string][] = [
    ['Assured', permit.owner],
    ['Craft', permit.vessel],
    ['Hull number', permit.hull],
    ['Home berth', `Saltmere, ${permit.berth}`],
    ['In force from', printedDate(permit.issued)],
    ['Sum insured', `${random.whole(12, 90)},000`],
  ]
  rows.forEach(([name, value], at) => {
    const y = 70 + at * 10
    front.text(22, y, name, { size: 9.5 })
    front.text(72, y, value, { font: fonts.typed, size: 11 })
    front.rule(20, y + 3, 190, y + 3, 0.15, '#77736d')
  })
  front.lines(
    20,
    146,
    [
      'This note is evidence of cover and replaces any earlier note for the craft named.',
      'Please keep it aboard and send one copy to your harbour office.',
    ],
    6,
    { font: fonts.serif, size: 11 },
  )
  front.text(20, 180, 'Brackwater Mutual, 4 Ropewalk, Brackwater', { size: 8 })

  if (!random.chance(0.5)) return { front, back: null, what: 'insurance note' }
  const back = new Drawing()
  back.text(20, 30, 'Conditions of cover', { font: fonts.serif, size: 14, weight: 700 })
  cover.forEach((line, at) => back.text(20, 42 + at * 7, `${at + 1}. ${line}`, { font: fonts.serif, size: 9.5 }))
  return { front, back, what: 'insurance note' }
}

const checks = [
  'Hull below waterline',
  'Skin fittings and seacocks',
  'Rudder and steering',
  'Mooring cleats',
  'Bilge pumps',
  'Gas and stove',
  'Fire extinguishers',
  'Navigation lights',
  'Guard rails',
  'Engine beds',
]

/** A survey: findings on the front, remarks on the back now and then. */
export function survey(permit: Permit, random: Random): Sheet {
  const front = new Drawing()
  front.text(20, 28, 'Condition survey', { size: 18, weight: 700 })
  front.text(190, 28, `Surveyed ${printedDate(permit.issued)}`, { size: 10, anchor: 'end' })
  front.text(20, 38, `Vessel: ${permit.vessel}`, { font: fonts.typed, size: 11 })
  front.text(120, 38, `Hull: ${permit.hull}`, { font: fonts.typed, size: 11 })
  front.box(20, 46, 170, 8 + checks.length * 9)
  front.text(23, 51.5, 'Item', { size: 9, weight: 700 }).text(110, 51.5, 'Finding', { size: 9, weight: 700 })
  checks.forEach((item, at) => {
    const y = 54 + at * 9
    front.rule(20, y, 190, y)
    front.text(23, y + 6, item, { size: 10 })
    front.text(110, y + 6.4, random.pick(['sound', 'sound', 'sound', 'fair, watch', 'renewed this year', 'worn, serviceable']), {
      font: fonts.hand,
      size: 14,
      colour: '#22306e',
    })
  })
  front.rule(106, 46, 106, 54 + checks.length * 9)
  front.lines(
    20,
    164,
    [
      'The vessel was seen ashore and afloat. Parts that were not open to view are not',
      'reported on. This survey is made for the owner and the harbour office alone.',
    ],
    6,
    { font: fonts.serif, size: 10.5 },
  )
  front.text(20, 200, permit.inspector, { font: fonts.hand, size: 18, colour: '#22306e' })
  front.rule(20, 203, 90, 203)
  front.text(20, 208, 'Surveyor', { size: 8 })

  if (!random.chance(0.35)) return { front, back: null, what: 'survey' }
  const back = new Drawing()
  back.text(20, 30, 'Remarks', { size: 12, weight: 700 })
  back.lines(
    20,
    44,
    ['Small weep at the stern gland, normal when', 'stopped. Owner to renew packing at the next', 'haul-out. No other matter outstanding.'],
    9,
    { font: fonts.hand, size: 16, colour: '#22306e' },
  )
  return { front, back, what: 'survey' }
}

/** A letter from the owner. */
export function ownersLetter(permit: Permit, random: Random): Sheet {
  const front = new Drawing()
  const font = random.chance(0.5) ? fonts.hand : fonts.typed
  const size = font === fonts.hand ? 16 : 11.5
  front.lines(130, 30, [permit.owner, `Berth ${permit.berth}`, 'Saltmere', printedDate(permit.issued)], 7, { font, size })
  front.text(24, 74, 'Dear harbour master,', { font, size })
  front.lines(
    24,
    88,
    random.pick([
      [
        'please find my note of cover and the survey for',
        `${permit.vessel}. I should be glad of the same berth`,
        'again this year, as the tender ring is close by.',
        'I shall call for the permit on Friday.',
      ],
      [
        'the boat has been out of the water since February',
        'and goes back on the next spring tide. Kindly send',
        `the permit for ${permit.vessel} to the address`,
        'that you have.',
      ],
      [
        'thank you for moving us out of the swell last',
        `autumn. ${permit.vessel} lies far better there and we`,
        'would like to stay, if the berth is free.',
      ],
    ]),
    9,
    { font, size },
  )
  front.text(24, 140, 'Yours faithfully,', { font, size })
  front.text(24, 156, permit.owner, { font: fonts.hand, size: 20, colour: '#22306e' })
  return { front, back: null, what: 'letter' }
}
