import { expect, it } from 'vitest'
import { inOrder } from '../../core/name/inOrder'
import { fillTemplate, freeName, renderName, templateFault, textFault } from '../../core/name/template'

const context = {
  type: 'mooring-permit',
  batch: 'B',
  seq: 7,
  pages: 3,
  date: '2026-03-31',
  values: { owner: 'Wenna Sark', issued: '2026-04-09', permit: '04217', vessel: '../../etc/passwd', odd: 'a/b\\c:d\n*?"<>|' },
}

it.each([
  ['{type}/{permit}-{seq:3}', 'mooring-permit/04217-007'],
  ['{date:dd.MM.yyyy} {pages}p', '31.03.2026 3p'],
  ['{vessel}', '.._.._etc_passwd'],
  ['{odd}', 'a_b_c_d_______'],
  ['{missing}', '_'],
  ['{missing}/x', '_/x'],
  ['{owner:upper}', 'WENNA SARK'],
  ['{owner:lower,6}', 'wenna'],
  ['{owner:5}-{permit:2}', 'Wenna-04'],
  ['{issued:yyyy}/{issued:MM}', '2026/04'],
  ['{owner:yyyy}', 'Wenna Sark'],
  ['{missing|nobody}/{owner|nobody}', 'nobody/Wenna Sark'],
  ['{missing:upper|a/b}', 'a_b'],
])('%s gives %s', (template, expected) => {
  expect(renderName(template, context)).toBe(expected)
})

it('keeps names to what file systems hold', () => {
  expect(renderName('CON', context)).toBe('_CON')
  expect(renderName('{permit}. ', context)).toBe('04217')
  expect(new TextEncoder().encode(renderName('{x}', { ...context, values: { x: 'ä'.repeat(400) } })).length).toBeLessThanOrEqual(200)
})

it('makes a value harmless that would be a step upwards', () => {
  expect(renderName('{x}/y', { ...context, values: { x: '..' } })).toBe('_/y')
})

it('says what is wrong with a template', () => {
  expect(templateFault('/abs')).toContain('inside its folder')
  expect(templateFault('a/../b')).toContain('inside its folder')
  expect(templateFault('{permit')).toContain('braces')
  expect(templateFault('{seq:12}')).toContain('{seq:9}')
  expect(templateFault('{type}/{permit}-{seq:3}')).toBeNull()
})

it('never gives a name away twice', () => {
  const taken = new Set(['a/b.pdf', 'a/b (2).pdf'])
  expect(freeName('a/b.pdf', name => taken.has(name))).toBe('a/b (3).pdf')
})

it('counts documents over the rubric and in each folder, a document once in each', () => {
  const counted = inOrder()
  const names = ['A', 'B', 'A', 'A'].map((zone, at) => {
    const counters = counted(at + 1)
    const one = { ...context, values: { zone }, counters }
    return [renderName('{zone}/{#folder:3}', one), renderName('{zone}/{#folder}-{#:4}', one)]
  })
  expect(names).toEqual([
    ['A/001', 'A/1-0001'],
    ['B/001', 'B/1-0002'],
    ['A/002', 'A/2-0003'],
    ['A/003', 'A/3-0004'],
  ])
})

it('takes options, fallbacks and counters where they can mean something', () => {
  expect(templateFault('{owner:upside}')).toContain('upper, lower')
  expect(templateFault('{owner:0}')).toContain('letters at most')
  expect(templateFault('{pages:2}')).toContain('without an option')
  expect(templateFault('{#:12}')).toContain('{#:9}')
  expect(templateFault('{#folder}/{permit}')).toContain('after the last "/"')
  expect(templateFault('{#:3}/{#folder}')).toBeNull()
  expect(templateFault('{issued:yyyy-MM}/{owner:upper,20|nobody}')).toBeNull()
  expect(textFault('{#}')).toContain('no counter')
  expect(fillTemplate('{year:2}-{permit|none}', name => (name === 'year' ? '2026' : null))).toBe('20-none')
})
