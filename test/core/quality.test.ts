import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drawDocuments, drawPlaces } from '../../core/quality/draw'
import type { Sampling } from '../../core/model/verdict'
import { aqls, codeLetter, nextInspection, samplingPlan, switchingPoints } from '../../core/quality/plan'
import { Check } from '../../core/rubric/handling'

const plan = (size: number, aql: number, inspection: Sampling = 'normal', level: 'I' | 'II' | 'III' = 'II') => {
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
    // AQL 0.025: P 0, Q up, R down to S, which there is for this alone.
    expect([plan(400_000, 0.025, 'tightened', 'II'), plan(600_000, 0.025, 'tightened', 'II')]).toEqual([
      ['P', 800, 0],
      ['P', 800, 0],
    ])
    expect([0.015, 0.025, 0.04].map(aql => plan(600_000, aql, 'tightened', 'III'))).toEqual([
      ['Q', 1250, 0],
      ['S', 3150, 1],
      ['R', 2000, 1],
    ])
  })

  it('are smaller under reduced inspection, as table 2-C has them', () => {
    const reduced = (size: number, aql: number) => plan(size, aql, 'reduced')
    // AQL 1.0: E 0, F up, G and H down, J 1, K 2, L 3, M 5, N 6, P 8, Q 10, R up.
    expect([140, 250, 500, 1000, 3000, 9000, 30_000, 100_000, 400_000, 600_000].map(size => reduced(size, 1))).toEqual([
      ['E', 5, 0],
      ['J', 32, 1],
      ['J', 32, 1],
      ['J', 32, 1],
      ['K', 50, 2],
      ['L', 80, 3],
      ['M', 125, 5],
      ['N', 200, 6],
      ['P', 315, 8],
      ['Q', 500, 10],
    ])
    expect([reduced(5, 6.5), reduced(5, 10), reduced(20, 2.5), reduced(40, 10), reduced(40, 1.5)]).toEqual([
      ['A', 2, 0],
      ['D', 3, 1],
      ['C', 2, 0],
      ['D', 3, 1],
      ['D', 3, 0],
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
        if (aql > 10) return
        const reduced = samplingPlan(size, general, aql, 'reduced')
        expect(reduced.accept).not.toBeNull()
        // The table leads elsewhere where normal inspection takes everything.
        if (reduced.planLetter === normal.planLetter) expect(reduced.sample).toBeLessThanOrEqual(normal.sample)
      }),
    )
  })

  it('switch by the standard’s rules', () => {
    const lots = (text: string) => [...text].map(one => ({ accepted: one === '+', adds: one === '+' ? 2 : 0 }))
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

  it('end once tightened inspection has refused five, until somebody says what was done', () => {
    const lots = (text: string) => [...text].map(one => ({ accepted: one === '+', adds: 0 }))
    const from = ['-----', '--' + '-+-+-+-', '--' + '-+-+-+-+-', '--' + '----+', '--' + '-----', '--' + '-----' + '+++++++']
    expect(from.map(text => nextInspection(lots(text)))).toEqual([
      'tightened',
      'tightened',
      'suspended',
      'tightened',
      'suspended',
      'suspended',
    ])
    // Normal in between: counted from the start.
    expect(nextInspection(lots('--' + '----' + '+++++' + '--' + '----'))).toBe('tightened')
    expect(['', '+++++', '----', '-----'].map(text => nextInspection(lots(text), false, true))).toEqual([
      'tightened',
      'normal',
      'tightened',
      'suspended',
    ])
  })

  it('go over to reduced inspection from a score of 30 on, where they may, and back with the first lot that is refused', () => {
    const j = samplingPlan(1000, 'II', 1, 'normal')
    expect([j.accept, j.tighter]).toEqual([2, 1])
    expect([0, 1, 2, 3].map(faulty => switchingPoints(j, faulty))).toEqual([3, 3, 0, 0])
    const h = samplingPlan(500, 'II', 1, 'normal')
    expect([0, 1, 2].map(faulty => switchingPoints(h, faulty))).toEqual([2, 2, 0])

    const lots = (count: number, faulty: number, plan = j) =>
      Array.from({ length: count }, () => ({ accepted: faulty <= plan.accept, adds: switchingPoints(plan, faulty) }))
    const next = (...groups: ReturnType<typeof lots>[]) => nextInspection(groups.flat(), true)
    expect([next(lots(9, 1)), next(lots(10, 1)), next(lots(14, 1, h)), next(lots(15, 1, h))]).toEqual([
      'normal',
      'reduced',
      'normal',
      'reduced',
    ])
    expect(nextInspection(lots(40, 0))).toBe('normal')
    // Accepted, but not easily: counted from the start again.
    expect([next(lots(9, 1), lots(1, 2), lots(9, 1)), next(lots(9, 1), lots(1, 2), lots(10, 1))]).toEqual(['normal', 'reduced'])
    expect([next(lots(10, 1), lots(1, 3)), next(lots(10, 1), lots(1, 3), lots(9, 0)), next(lots(10, 0), lots(1, 3), lots(1, 3))]).toEqual([
      'normal',
      'normal',
      'normal',
    ])
    expect(next(lots(10, 0), lots(3, 3))).toBe('tightened')
  })
})

describe('documents that are checked', () => {
  const none = { lots: [], resumed: false }

  it('are drawn anew by the same seed, each as likely as any other', () => {
    expect(drawPlaces(200, 20, 7)).toEqual(drawPlaces(200, 20, 7))
    expect(drawPlaces(200, 20, 8)).not.toEqual(drawPlaces(200, 20, 7))
    const hits = new Array<number>(10).fill(0)
    for (let seed = 0; seed < 5000; seed++) for (const place of drawPlaces(10, 3, seed)) hits[place]!++
    for (const count of hits) expect(Math.abs(count - 1500)).toBeLessThan(150)
    expect(drawPlaces(3, 9, 1)).toEqual([0, 1, 2])
  })

  it('are all, none, a share, or as many as the plan says, with the reason', () => {
    const draw = (check: object, size = 90) => drawDocuments(Check.parse(check), size, 1, none)
    expect(draw({ mode: 'all' }).places).toHaveLength(90)
    expect(draw({ mode: 'none' }).places).toEqual([])
    expect(draw({ mode: 'share', percent: 10 }, 11).places).toHaveLength(2)
    const { plan: own, why } = draw({ mode: 'plan', aql: 4 })
    expect([own!.sample, own!.accept]).toEqual([13, 1])
    expect(why).toContain('code letter E. 13 are checked; it passes with at most 1 faulty.')
  })

  it('are all once inspection is suspended', () => {
    const lots = Array.from({ length: 7 }, () => ({ accepted: false, adds: 0 }))
    const draw = (resumed: boolean) => drawDocuments(Check.parse({ mode: 'plan', aql: 4 }), 90, 1, { lots, resumed })
    expect(draw(false)).toMatchObject({ plan: null, inspection: 'suspended' })
    expect(draw(false).places).toHaveLength(90)
    expect(draw(false).why).toContain('until a steward says')
    expect(drawDocuments(Check.parse({ mode: 'plan', aql: 4 }), 90, 1, { lots: [], resumed: true }).inspection).toBe('tightened')
  })

  it('hold what must be looked at besides, whatever is drawn', () => {
    const draw = (check: object, must: number[]) => drawDocuments(Check.parse(check), 10, 1, none, must)
    expect(draw({ mode: 'none' }, [3, 7])).toMatchObject({
      places: [3, 7],
      besides: [3, 7],
      why: 'Each document with something blacked out is looked at: 2 of 10.',
    })
    const share = draw({ mode: 'share', percent: 10 }, [0, 1])
    expect(share.places).toEqual([...new Set([...drawPlaces(10, 1, 1), 0, 1])].sort((a, b) => a - b))
    expect(share.why).toContain('Besides, each document with something blacked out')
    expect(draw({ mode: 'all' }, [3]).why).toBe('Every document is checked.')
  })
})
