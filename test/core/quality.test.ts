import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drawDocuments, drawPlaces } from '../../core/quality/draw'
import { aqls, codeLetter, nextInspection, samplingPlan, type Inspection } from '../../core/quality/plan'
import { Check } from '../../core/rubric/handling'

const plan = (size: number, aql: number, inspection: Inspection = 'normal', level: 'I' | 'II' | 'III' = 'II') => {
  const { planLetter, sample, accept } = samplingPlan(size, level, aql, inspection)
  return [planLetter, sample, accept]
}

describe('sampling plans of ISO 2859-1', () => {
  it('have the code letters of table 1', () => {
    const sizes = [2, 8, 9, 15, 16, 50, 51, 90, 150, 151, 280, 281, 500, 501, 1200, 1201, 3200, 10_000, 35_000, 150_000, 500_000, 500_001]
    const of = (level: 'I' | 'II' | 'III') => sizes.map(size => codeLetter(size, level)).join('')
    expect(of('I')).toBe('AAAABCCCDEEFFGGHHJKLMN')
    expect(of('II')).toBe('AABBCDEEFGGHHJJKKLMNPQ')
    expect(of('III')).toBe('BBCCDEFFGHHJJKKLLMNPQR')
  })

  it('have the samples and acceptance numbers of table 2-A', () => {
    // AQL 1.0: E 0, F up, G down, H 1, J 2, K 3, L 5, M 7, N 10, P 14, Q 21.
    expect([10, 20, 40, 80, 140, 250, 500, 1000, 3000, 9000, 30_000, 100_000, 400_000, 600_000].map(size => plan(size, 1))).toEqual([
      ['E', 10, 0],
      ['E', 13, 0],
      ['E', 13, 0],
      ['E', 13, 0],
      ['E', 13, 0],
      ['H', 50, 1],
      ['H', 50, 1],
      ['J', 80, 2],
      ['K', 125, 3],
      ['L', 200, 5],
      ['M', 315, 7],
      ['N', 500, 10],
      ['P', 800, 14],
      ['Q', 1250, 21],
    ])
    expect([plan(5, 6.5), plan(5, 10), plan(5, 25), plan(80, 150), plan(80, 250)]).toEqual([
      ['A', 2, 0],
      ['C', 5, 1],
      ['A', 2, 1],
      ['E', 13, 30],
      ['E', 13, 44],
    ])
    // Beyond its last number a column points up, to the largest that there is.
    expect(plan(140, 100)).toEqual(['E', 13, 21])
    expect(plan(600_000, 0.01, 'normal', 'III')).toEqual(['Q', 1250, 0])
  })

  it('are stricter under tightened inspection, as table 2-B has them', () => {
    expect([plan(1000, 1, 'tightened'), plan(500, 1, 'tightened'), plan(1000, 2.5, 'tightened'), plan(9000, 1, 'tightened')]).toEqual([
      ['J', 80, 1],
      ['J', 80, 1],
      ['J', 80, 3],
      ['L', 200, 3],
    ])
  })

  it('exist for every lot, level and limit, and take no more than there is', () => {
    const level = fc.constantFrom('I' as const, 'II' as const, 'III' as const)
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 1_000_000 }), level, fc.constantFrom(...aqls), (size, general, aql) => {
        const normal = samplingPlan(size, general, aql, 'normal')
        const tightened = samplingPlan(size, general, aql, 'tightened')
        expect(normal.sample).toBeLessThanOrEqual(size)
        expect([normal.accept, tightened.accept]).not.toContain(null)
        // Under tightened inspection no larger share of the sample may be faulty.
        expect(tightened.accept / tightened.sample).toBeLessThanOrEqual(normal.accept / normal.sample + 1e-9)
      }),
    )
  })

  it('switch by the standard’s rules', () => {
    const lots = (text: string) => [...text].map(one => ({ inspection: 'normal' as const, accepted: one === '+' }))
    expect(['', '-', '-+++-', '-++++-', '--', '--++++', '--+++++', '--+++-+'].map(text => nextInspection(lots(text)))).toEqual([
      'normal',
      'normal',
      'tightened',
      'normal',
      'tightened',
      'tightened',
      'normal',
      'tightened',
    ])
  })
})

describe('documents that are checked', () => {
  it('are drawn anew by the same seed, each as likely as any other', () => {
    expect(drawPlaces(200, 20, 7)).toEqual(drawPlaces(200, 20, 7))
    expect(drawPlaces(200, 20, 8)).not.toEqual(drawPlaces(200, 20, 7))
    const hits = new Array<number>(10).fill(0)
    for (let seed = 0; seed < 5000; seed++) for (const place of drawPlaces(10, 3, seed)) hits[place]!++
    for (const count of hits) expect(Math.abs(count - 1500)).toBeLessThan(150)
    expect(drawPlaces(3, 9, 1)).toEqual([0, 1, 2])
  })

  it('are all, none, a share, or as many as the plan says, with the reason', () => {
    const draw = (check: object, size = 90) => drawDocuments(Check.parse(check), size, 1, [])
    expect(draw({ mode: 'all' }).places).toHaveLength(90)
    expect(draw({ mode: 'none' }).places).toEqual([])
    expect(draw({ mode: 'share', percent: 10 }, 11).places).toHaveLength(2)
    const { plan: own, why } = draw({ mode: 'plan', aql: 4 })
    expect([own!.sample, own!.accept]).toEqual([13, 1])
    expect(why).toContain('code letter E. 13 are checked; it passes with at most 1 faulty.')
  })

  it('hold what must be looked at besides, whatever is drawn', () => {
    const draw = (check: object, must: number[]) => drawDocuments(Check.parse(check), 10, 1, [], must)
    expect(draw({ mode: 'none' }, [3, 7])).toMatchObject({
      places: [3, 7],
      why: 'Each document with something blacked out is looked at: 2 of 10.',
    })
    const share = draw({ mode: 'share', percent: 10 }, [0, 1])
    expect(share.places).toEqual([...new Set([...drawPlaces(10, 1, 1), 0, 1])].sort((a, b) => a - b))
    expect(share.why).toContain('Besides, each document with something blacked out')
    expect(draw({ mode: 'all' }, [3]).why).toBe('Every document is checked.')
  })
})
