import { describe, expect, it } from 'vitest'
import { batchStates, mayMove, moves, stateAfter, type BatchState, type Move } from '../../core/model/batchState'

// The whole table, so that a change of it is one that somebody meant: what may happen in each state, and where it leads.
const expected: Record<BatchState, string[]> = {
  receiving: ['complete → sorting', 'hold → held', 'abandon → abandoned'],
  sorting: [
    'reopen → receiving',
    'arrange → sorting',
    'arrange → to fix',
    'arrange → done',
    'examine → sorting',
    'extend → sorting',
    'settle → to index',
    'settle → to check',
    'settle → sending',
    'hold → held',
    'abandon → abandoned',
  ],
  'to fix': [
    'reopen → receiving',
    'arrange → sorting',
    'arrange → to fix',
    'arrange → done',
    'examine → sorting',
    'extend → sorting',
    'abandon → abandoned',
  ],
  'to index': [
    'reopen → receiving',
    'arrange → sorting',
    'arrange → to fix',
    'arrange → done',
    'examine → sorting',
    'extend → sorting',
    'settle → to index',
    'settle → to check',
    'settle → sending',
    'amend → to index',
    'hold → held',
    'abandon → abandoned',
  ],
  'to check': ['settle → to index', 'settle → to check', 'settle → sending', 'abandon → abandoned'],
  sending: ['reopen → receiving', 'amend → to index', 'again → sending', 'finish → done', 'hold → held'],
  done: ['amend → to index', 'again → sending'],
  held: ['resume → receiving', 'resume → sorting', 'resume → to index', 'resume → sending'],
  abandoned: [],
}

describe.each(batchStates)('a batch that is “%s”', state => {
  it('may do what the table says, and nothing else', () => {
    const found = (Object.keys(moves) as Move[]).flatMap(move => (mayMove(state, move) ? moves[move].to.map(to => `${move} → ${to}`) : []))
    expect(found).toEqual(expected[state])
  })

  it('is moved by the table alone', () => {
    for (const move of Object.keys(moves) as Move[]) {
      for (const to of batchStates) {
        const fits = expected[state].includes(`${move} → ${to}`)
        if (fits) expect(stateAfter(state, move, to)).toBe(to)
        else expect(() => stateAfter(state, move, to)).toThrow('cannot')
      }
    }
  })
})

it('a move that leads to several states must say to which', () => {
  expect(() => stateAfter('sorting', 'settle')).toThrow('cannot')
  expect(stateAfter('receiving', 'complete')).toBe('sorting')
})
