import { describe, expect, it } from 'vitest'
import type { BatchRow } from '../../shared/views/batches'
import { deskLine } from '../../app/words/desk'

const row = (more: Partial<BatchRow>): BatchRow => ({
  id: 7,
  name: 'Permits',
  state: 'to fix',
  rubric: 'Mooring permits',
  owner: 'Tamsin',
  forGroup: null,
  createdAt: '2026-11-26T10:00:00Z',
  sides: 12,
  asking: 1,
  openDocuments: 2,
  toCheck: 0,
  mayCheck: true,
  documents: 3,
  failedSlips: 0,
  differences: 0,
  scanning: false,
  entering: [],
  mayFix: true,
  mayIndex: true,
  ...more,
})
const said = (more: Partial<BatchRow>) => {
  const { before, after, act, to, waits } = deskLine(row(more))
  return [`${before} … ${after}`, act, to, waits]
}

describe('a line of the Desk', () => {
  it('says what waits for whoever looks, and leads there', () => {
    expect(said({})).toEqual(['1 page of … needs your eye.', 'Look at it', '/fix?batch=7', true])
    expect(said({ state: 'to index' })).toEqual(['2 documents of … wait for their index values.', 'Enter them', '/batches/7/values', true])
    expect(said({ state: 'sending', failedSlips: 1 })).toEqual(['1 delivery from … did not arrive.', 'See why', '/sent', true])
  })

  it('asks nobody for what they may not do', () => {
    expect(said({ mayFix: false })).toEqual([' … waits for somebody who may correct its pages.', 'Look', '/batches/7', false])
    expect(said({ state: 'to index', mayIndex: false })).toEqual([
      ' … waits for somebody who may enter its values.',
      'Look',
      '/batches/7',
      false,
    ])
  })
})
