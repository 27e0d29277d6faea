import { expect, it } from 'vitest'
import { freeName, renderName, templateFault } from '../../core/name/template'

const context = {
  type: 'mooring-permit',
  batch: 'B',
  seq: 7,
  pages: 3,
  date: '2026-03-31',
  values: { permit: '04217', vessel: '../../etc/passwd', odd: 'a/b\\c:d\n*?"<>|' },
}

it.each([
  ['{type}/{permit}-{seq:3}', 'mooring-permit/04217-007'],
  ['{date:dd.MM.yyyy} {pages}p', '31.03.2026 3p'],
  ['{vessel}', '.._.._etc_passwd'],
  ['{odd}', 'a_b_c_d_______'],
  ['{missing}', '_'],
  ['{missing}/x', '_/x'],
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
