import { expect, it } from 'vitest'
import { historyWords } from '../../app/words/history'
import { DocumentType } from '../../core/rubric/rubric'
import type { HistoryLine } from '../../shared/views/documents'

const documentType = DocumentType.parse({
  id: 'permit',
  label: 'Permit',
  fields: [
    { id: 'vessel', label: 'Vessel' },
    { id: 'issued', label: 'Issued on', kind: 'date', format: 'dd/MM/yyyy' },
  ],
})
const said = (what: string, old: unknown, after: unknown, person: string | null = 'Tamsin') => {
  const line: HistoryLine = { id: 1, at: '2026-11-26T08:00:00.000Z', actor: person ? 'person' : 'worker', person, what, old, new: after }
  return historyWords(line, { documentType })
}

it('tells a document’s history in sentences, with what was there before', () => {
  expect(said('confirm', { vessel: 'Marram' }, { vessel: 'Sandpiper', issued: '2026-03-31' })).toBe(
    'Tamsin confirmed its values: Vessel: Sandpiper, before Marram; Issued on: 31/03/2026.',
  )
  expect(said('confirm', { vessel: 'Marram' }, { vessel: 'Marram' })).toBe('Tamsin confirmed its values.')
  expect(said('enter', { vessel: 'Marram' }, {})).toBe('Tamsin entered Vessel emptied, before Marram.')
  expect(said('enter', {}, {})).toBeNull()
  expect(said('find wrong', null, { correct: false, kind: 'picture', note: 'a fold' }, 'Hedra')).toBe(
    'Hedra sent it back: a page is bad: scan it again. “a fold”',
  )
  expect(
    said(
      'build',
      null,
      [
        { name: 'a.pdf', sha256: '' },
        { name: 'a.json', sha256: '' },
      ],
      null,
    ),
  ).toBe('a.pdf and a.json were made.')
  expect(said('pass unchecked', null, { why: 'the ferry waits' }, 'Hedra')).toBe(
    'Hedra let its batch pass without its check: “the ferry waits”.',
  )
  expect(said('draw', null, { places: [1, 3] }, null)).toBe('2 documents of its batch were drawn to be checked.')
  // What was kept otherwise than expected is no reason to fail.
  expect(said('deliver', 'nonsense', 7, null)).toBe('It arrived at its destination.')
  expect(said('something new', null, null)).toBeNull()
})
