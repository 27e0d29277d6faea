import { createHash } from 'node:crypto'
import fc from 'fast-check'
import { expect, it } from 'vitest'
import { manifestOf, manifestText, tagFiles } from '../../core/archive/bag'

const digest = (content: Uint8Array | string) => createHash('sha256').update(content).digest('hex')

it('lists a payload so that it is read back as it was, whatever its names hold', () => {
  const path = fc.string({ minLength: 1, maxLength: 30, unit: fc.constantFrom('a', 'ü', ' ', '/', '%', '\n', '\r', '2', '5') })
  fc.assert(
    fc.property(fc.array(path, { maxLength: 6 }), paths => {
      const payload = paths.map(one => ({ path: one, sha256: digest(one) }))
      expect(manifestOf(manifestText(payload))).toEqual(payload.map(({ path, sha256 }) => ({ path: `data/${path}`, sha256 })))
    }),
  )
})

it('says what it is, how much it holds, and the digests of its own tag files', () => {
  const payload = [{ path: '1/a.pdf', sha256: digest('a') }]
  const tags = new Map(
    tagFiles(
      [
        ['Source-Organization', ''],
        ['External-Description', 'two\nlines'],
      ],
      payload,
      7,
      digest,
    ),
  )
  expect([...tags.keys()]).toEqual(['bagit.txt', 'bag-info.txt', 'manifest-sha256.txt', 'tagmanifest-sha256.txt'])
  expect(tags.get('bagit.txt')).toBe('BagIt-Version: 1.0\nTag-File-Character-Encoding: UTF-8\n')
  expect(tags.get('bag-info.txt')).toBe('External-Description: two lines\nPayload-Oxum: 7.1\n')
  expect(tags.get('tagmanifest-sha256.txt')!.trim().split('\n')).toEqual(
    ['bagit.txt', 'bag-info.txt', 'manifest-sha256.txt'].map(name => `${digest(tags.get(name)!)}  ${name}`),
  )
})
