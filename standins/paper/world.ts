import { Random } from './random'

const vessels = [
  'Gannet Rose',
  'Tidewitch',
  'Marram',
  'Little Auk',
  'Kelpie Dawn',
  'Saltwind',
  'Brine Maid',
  'Harebell',
  'Oyster Lass',
  'Grey Plover',
  'Windrush Two',
  'Sandpiper',
  'Morning Ebb',
  'Old Tansy',
  'Sea Campion',
  'Fulmar',
]
const owners = [
  'Edda Pellow',
  'Jory Tamblin',
  'Maud Carrick',
  'Silas Venn',
  'Orla Quist',
  'Bram Hollin',
  'Wenna Sark',
  'Tobin Ashe',
  'Isa Marlow',
  'Corin Dell',
  'Hester Lunt',
  'Pask Rudd',
]
const zones = ['Inner', 'Outer', 'Yard'] as const
const inspectors = ['R. Thistle', 'M. Okell', 'J. Penrose', 'A. Dunnock']

/** One vessel's mooring permit, as the office knows it. */
export interface Permit {
  year: string
  permit: string
  /** As the label carries it: MP26-04217. */
  code: string
  hull: string
  vessel: string
  owner: string
  mail: string
  berth: string
  zone: (typeof zones)[number]
  /** ISO 8601. */
  issued: string
  length: string
  inspector: string
}

/** A vessel as the harbour's register has it. */
export interface Vessel {
  id: string
  hull: string
  name: string
  owner: string
  mail: string
  berth: string
  registered: string
}

const fleetSize = 40
/** Sold last spring: the register has the hull under both owners. */
export const soldTwice = 7
/** Its slips come in, but the register does not know it. */
export const strangerHull = '40711939'

const mailOf = (owner: string) => `${owner.split(' ')[1]!.toLowerCase()}@saltmere.example`

/** Every vessel in the register, always the same; one hull number stands for two of them. */
export const fleet: readonly Vessel[] = (() => {
  const random = new Random(1926)
  const afloat = Array.from({ length: fleetSize }, (_, at): Vessel => {
    const owner = random.pick(owners)
    const name = vessels[at % vessels.length]! + ['', ' Two', ' of Saltmere'][Math.floor(at / vessels.length)]!
    return {
      id: `v${String(at + 1).padStart(3, '0')}`,
      hull: withCheckDigit(String(random.whole(1000000, 9999999))),
      name,
      owner,
      mail: mailOf(owner),
      berth: `${random.pick(['A', 'B', 'C', 'D'])}${random.whole(1, 48)}`,
      registered: `20${random.whole(12, 25)}-0${random.whole(1, 9)}-${random.whole(10, 28)}`,
    }
  })
  const sold = afloat[soldTwice]!
  const buyer = owners.find(owner => owner !== sold.owner)!
  return [...afloat, { ...sold, id: `v${fleetSize + 1}`, owner: buyer, mail: mailOf(buyer), registered: '2026-04-02' }]
})()

/** Digits with a Luhn check digit at the end. */
function withCheckDigit(digits: string): string {
  const sum = [...digits].reverse().reduce((total, digit, place) => {
    const weighted = Number(digit) * (place % 2 === 0 ? 2 : 1)
    return total + (weighted > 9 ? weighted - 9 : weighted)
  }, 0)
  return digits + String((10 - (sum % 10)) % 10)
}

export const printedDate = (iso: string) => iso.split('-').reverse().join('/')

export function makePermit(random: Random, number: number): Permit {
  const owner = random.pick(owners)
  const year = '26'
  const permit = String(number).padStart(5, '0')
  const twoDigits = (value: number) => String(value).padStart(2, '0')
  return {
    year,
    permit,
    code: `MP${year}-${permit}`,
    hull: withCheckDigit(String(random.whole(1000000, 9999999))),
    vessel: random.pick(vessels),
    owner,
    mail: mailOf(owner),
    berth: `${random.pick(['A', 'B', 'C', 'D'])}${random.whole(1, 48)}`,
    zone: random.pick(zones),
    issued: `2026-${twoDigits(random.whole(1, 9))}-${twoDigits(random.whole(1, 28))}`,
    length: random.between(6.5, 18).toFixed(1),
    inspector: random.pick(inspectors),
  }
}
