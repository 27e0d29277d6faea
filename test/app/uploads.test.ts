import { beforeEach, describe, expect, it } from 'vitest'
import { uploadQueue, type Sending } from '../../app/components/start/uploadQueue'

const file = (name: string) => ({ name, size: name.length })
type Chosen = ReturnType<typeof file>
let announced: string[][]
let sending: { name: string; key: string; told: Sending }[]
let announce: () => Promise<unknown>
beforeEach(() => {
  announced = []
  sending = []
  announce = () => Promise.resolve()
})
const queueOf = () =>
  uploadQueue<Chosen>({
    announce: keys => {
      announced.push(keys)
      return announce()
    },
    send: ({ name }, key, told) => {
      sending.push({ name, key, told })
      return told.aborted
    },
    preview: () => null,
  })
const names = () => sending.map(one => one.name)

describe('files on their way in', () => {
  it('are announced in the order in which they were chosen, and sent two at a time in that order', async () => {
    const queue = queueOf()
    await queue.add(['c', 'a', 'd', 'b'].map(file))
    expect(announced).toEqual([queue.uploads.value.map(one => one.key)])
    expect(names()).toEqual(['c', 'a'])
    sending[1]!.told.answered(null)
    expect(names()).toEqual(['c', 'a', 'd'])
    sending[0]!.told.progress(1)
    expect(queue.uploads.value.map(one => [one.state, one.sent])).toEqual([
      ['sending', 1],
      ['safe', 0],
      ['sending', 0],
      ['waiting', 0],
    ])
    for (const at of [0, 2, 3]) sending[at]!.told.answered(null)
    expect(names()).toEqual(['c', 'a', 'd', 'b'])
    expect(queue.busy.value).toBe(false)
  })

  it('dropped in two goes are announced one go after the other, also where the first is slow or refused', async () => {
    let refuse: () => void = () => undefined
    announce = () => new Promise((_, reject) => (refuse = () => reject(new Error('away'))))
    const queue = queueOf()
    const first = queue.add([file('first')])
    announce = () => Promise.resolve()
    const second = queue.add([file('second')])
    await Promise.resolve()
    expect(announced).toHaveLength(1)
    refuse()
    await Promise.all([first, second])
    expect(announced.map(keys => keys.length)).toEqual([1, 1])
    expect(names()).toEqual(['first', 'second'])
  })

  it('that fail say why, hold up no other, and go again under the same key', async () => {
    const queue = queueOf()
    await queue.add(['a', 'b', 'c'].map(file))
    sending[0]!.told.answered('The disk is full.')
    sending[1]!.told.broken()
    expect(names()).toEqual(['a', 'b', 'c'])
    expect(queue.uploads.value.map(one => one.trouble)).toEqual(['The disk is full.', expect.stringContaining('Send it again'), null])
    queue.again(sending[0]!.key)
    expect(sending.at(-1)).toMatchObject({ name: 'a', key: sending[0]!.key })
    sending.at(-1)!.told.answered(null)
    expect(queue.uploads.value[0]).toMatchObject({ state: 'safe', trouble: null })
  })

  it('that are called off make room for the next, whether they were under way or not', async () => {
    const queue = queueOf()
    await queue.add(['a', 'b', 'c', 'd'].map(file))
    queue.cancel(queue.uploads.value[2]!.key)
    queue.cancel(queue.uploads.value[0]!.key)
    expect(names()).toEqual(['a', 'b', 'd'])
    expect(queue.uploads.value.map(one => one.state)).toEqual(['cancelled', 'sending', 'cancelled', 'sending'])
  })
})
