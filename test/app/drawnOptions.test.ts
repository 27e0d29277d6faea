import { expect, it } from 'vitest'
import { drawnOptions, firstChosen } from '../../app/components/setup/drawnOptions'
import { connectorNamed } from '../../connectors'
import { describedRecords } from '../../core/records/described'
import { openapi } from '../../standins/register/openapi'

const described = {
  ...describedRecords(openapi),
  server: 'http://register.example',
  fields: [
    { id: 'hull', label: 'Hull number' },
    { id: 'landed', label: 'Landed on' },
  ],
}

it('what names suggest is a sound destination at once, and what was set up before stays chosen', () => {
  const first = firstChosen(described, {})
  expect(first).toMatchObject({ parameter: 'hull', field: 'hull', begins: 'begins', identity: 'id', writes: {} })
  const options = drawnOptions(described, { ...first, shown: ['name'], writes: { lastLanding: 'landed' } }, {})
  expect(options).toEqual({
    address: 'http://register.example',
    lookup: { path: '/vessels', parameter: 'hull', field: 'hull', begins: 'begins' },
    identity: 'id',
    shown: ['name'],
    attach: '/vessels/{record}/documents/{document}',
    noun: 'vessel',
    write: { path: '/vessels/{record}', type: 'application/merge-patch+json', values: ['lastLanding = landed'] },
  })
  expect(() => connectorNamed('business-records').open(options)).not.toThrow()

  const own = { ...options, noun: 'boat', lookup: { path: '/vessels', parameter: 'begins', field: 'landed' } }
  const again = firstChosen(described, own)
  expect(again).toMatchObject({ parameter: 'begins', field: 'landed', shown: ['name'], writes: { lastLanding: 'landed' } })
  expect(drawnOptions(described, { ...again, writes: {} }, own)).toMatchObject({ noun: 'boat', write: undefined })
})
