import { describe, expect, it } from 'vitest'
import { changeShared, inOrder, setSharing, sharing } from '../../app/components/rubric/sharedFields'

const make = () => [
  {
    id: 'permit',
    label: 'Permit',
    fields: [
      { id: 'hull', label: 'Hull' },
      { id: 'fee', label: 'Fee' },
    ],
  },
  { id: 'slip', label: 'Slip', fields: [{ id: 'hull', label: 'Hull' }] },
  { id: 'letter', label: 'Letter', fields: [{ id: 'hull', label: 'Another hull' }] },
]

describe('a field of several types', () => {
  it('is shared by those that have the same, and changes with them alone', () => {
    const types = make()
    expect(sharing(types, types[0]!.fields[0]!)).toEqual(['permit', 'slip'])
    changeShared(types, types[0]!, 'hull', { label: 'Hull number', required: true })
    expect(types.map(type => type.fields[0]!.label)).toEqual(['Hull number', 'Hull number', 'Another hull'])
    // Renamed, it is renamed wherever it is shared.
    changeShared(types, types[1]!, 'hull', { id: 'hull-number' })
    expect(types.map(type => type.fields[0]!.id)).toEqual(['hull-number', 'hull-number', 'hull'])
  })

  it('comes to another type at its end, or in the place of one of its name, and goes again', () => {
    const types = make()
    const [hull, fee] = types[0]!.fields
    setSharing(types[1]!, fee!, true)
    setSharing(types[2]!, hull!, true)
    expect(types.map(type => type.fields.map(field => field.label))).toEqual([['Hull', 'Fee'], ['Hull', 'Fee'], ['Hull']])
    types[0]!.fields[1]!.label = 'Fee due'
    expect(types[1]!.fields[1]!.label).toBe('Fee')
    setSharing(types[1]!, fee!, false)
    expect(types[1]!.fields.map(field => field.id)).toEqual(['hull'])
  })
})

it('what is dragged stands where it was let go; what was added meanwhile stays', () => {
  expect(inOrder(make(), ['letter', 'permit']).map(one => one.id)).toEqual(['letter', 'permit', 'slip'])
})
