import { fleet, type Vessel } from '../paper/world'

/** The harbour's vessels, and on demand many more, found by how their hull number or name begins. */
export class Vessels {
  private readonly byHull: Vessel[]
  private readonly byName: Vessel[]

  constructor(more: number) {
    const others = Array.from({ length: more }, (_, at): Vessel => {
      const model = fleet[at % fleet.length]!
      // A number with no factor in common with 10,000,000 gives every hull once.
      const hull = String(90_000_000 + ((at * 7_368_787) % 10_000_000))
      return { ...model, id: `x${at}`, hull, name: `${model.name} ${at}` }
    })
    const all = [...fleet, ...others]
    this.byHull = [...all].sort((one, other) => order(one.hull, other.hull))
    this.byName = [...all].sort((one, other) => order(one.name.toLowerCase(), other.name.toLowerCase()))
  }

  ofHull(hull: string): Vessel[] {
    return run(this.byHull, hull, vessel => vessel.hull).filter(vessel => vessel.hull === hull)
  }

  beginning(part: string, most: number): Vessel[] {
    const wanted = part.trim().toLowerCase()
    if (wanted === '') return []
    return [
      ...run(this.byHull, wanted, vessel => vessel.hull, most),
      ...run(this.byName, wanted, one => one.name.toLowerCase(), most),
    ].slice(0, most)
  }
}

const order = (one: string, other: string) => (one < other ? -1 : one > other ? 1 : 0)

/** Those of a sorted list whose key begins so. */
function run(sorted: readonly Vessel[], part: string, keyOf: (vessel: Vessel) => string, most = 50): Vessel[] {
  let from = 0
  let to = sorted.length
  while (from < to) {
    const middle = (from + to) >> 1
    if (keyOf(sorted[middle]!) < part) from = middle + 1
    else to = middle
  }
  const found: Vessel[] = []
  for (let at = from; at < sorted.length && found.length < most && keyOf(sorted[at]!).startsWith(part); at++) found.push(sorted[at]!)
  return found
}
