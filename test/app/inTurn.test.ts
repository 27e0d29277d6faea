import { beforeEach, describe, expect, it } from 'vitest'
import { actsInTurn } from '../../app/components/ribbon/inTurn'

// As the ribbon works: a change is kept by the server, which answers later; what is typed meanwhile waits.
let kept: string[]
let running: Promise<void> | null
let trouble: string | null
let refused: string | null
const answers: (() => void)[] = []

/** A change that the server keeps once `answer` is called. */
const keep = (what: string) => () => {
  running = new Promise(resolve =>
    answers.push(() => {
      if (what === refused) trouble = 'refused'
      else kept.push(what)
      running = null
      resolve()
    }),
  )
}
const soon = () => new Promise(resolve => setTimeout(resolve, 0))
async function answer(): Promise<void> {
  await soon()
  answers.shift()!()
  await soon()
}
const inTurns = () =>
  actsInTurn({
    idle: async () => {
      while (running) await running
    },
    begin: () => (trouble = null),
    failed: () => trouble !== null,
  })
beforeEach(() => {
  kept = []
  running = trouble = refused = null
  answers.length = 0
})

describe('keys on the ribbon', () => {
  it('come one after the other, each once the one before it is kept', async () => {
    const inTurn = inTurns()
    const all = [inTurn(keep('start')), inTurn(keep('turn')), inTurn(keep('aside'))]
    await soon()
    expect(answers).toHaveLength(1)
    await answer()
    expect([kept, answers.length]).toEqual([['start'], 1])
    await answer()
    await answer()
    await Promise.all(all)
    expect(kept).toEqual(['start', 'turn', 'aside'])
  })

  it('wait for a change that a button began', async () => {
    keep('by button')()
    const typed = inTurns()(keep('by key'))
    await soon()
    expect(answers).toHaveLength(1)
    await answer()
    await answer()
    await typed
    expect(kept).toEqual(['by button', 'by key'])
  })

  it('do nothing more after one that failed, and go on with what is typed later', async () => {
    refused = 'turn'
    const inTurn = inTurns()
    const all = [inTurn(keep('start')), inTurn(keep('turn')), inTurn(keep('aside'))]
    await answer()
    await answer()
    await Promise.all(all)
    expect([kept, trouble, answers.length]).toEqual([['start'], 'refused', 0])
    const later = inTurn(keep('back'))
    await answer()
    await later
    expect([kept, trouble]).toEqual([['start', 'back'], null])
  })

  it('are judged when their turn comes', async () => {
    const inTurn = inTurns()
    const seen: string[][] = []
    const all = [inTurn(keep('start')), inTurn(() => seen.push([...kept]))]
    await answer()
    await Promise.all(all)
    expect(seen).toEqual([['start']])
  })
})
