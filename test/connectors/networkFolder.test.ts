import { createHash } from 'node:crypto'
import { mkdir, mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, expect, it } from 'vitest'
import type { Delivery } from '../../connectors/connector'
import networkFolder from '../../connectors/networkFolder'

let base: string
let root: string
beforeEach(async () => {
  base = await mkdtemp(join(tmpdir(), 'rubricator-folder-'))
  root = join(base, 'share')
  await mkdir(root)
})
afterEach(() => rm(base, { recursive: true }))

async function delivery(id: string, content: string, name = 'permit/04217.pdf'): Promise<Delivery> {
  const path = join(base, `${id}.blob`)
  await writeFile(path, content)
  return { id, folder: '2026', people: [], files: [{ name, path, sha256: createHash('sha256').update(content).digest('hex'), mediaType: 'application/pdf' }], index: { values: { permit: '04217' } }, record: null }
}

const deliver = (given: Delivery) => networkFolder.open({ path: root }).deliver(given)
const files = async () => (await readdir(root, { recursive: true, withFileTypes: true })).filter(one => one.isFile()).map(one => one.name).sort()

it('puts the file and its index values into the folder, and nothing else', async () => {
  const { place } = await deliver(await delivery('1', 'one'))
  expect(place).toBe(join(root, '2026/permit/04217.pdf'))
  expect(await readFile(place, 'utf8')).toBe('one')
  expect(JSON.parse(await readFile(place.replace('.pdf', '.json'), 'utf8'))).toMatchObject({ id: '1', values: { permit: '04217' } })
  expect(await files()).toEqual(['04217.json', '04217.pdf'])
})

it('delivers once, however often it is asked, also when it died half-way', async () => {
  const given = await delivery('1', 'one')
  const first = await deliver(given)
  await rm(first.place)
  await writeFile(`${first.place}.part`, 'half')
  expect(await deliver(given)).toEqual(first)
  expect(await deliver(given)).toEqual(first)
  expect(await files()).toEqual(['04217.json', '04217.pdf'])
})

it('never overwrites: another document of that name gets a number', async () => {
  await mkdir(join(root, '2026/permit'), { recursive: true })
  await writeFile(join(root, '2026/permit/04217.pdf'), 'somebody else\'s')
  const [one, two] = [await deliver(await delivery('1', 'one')), await deliver(await delivery('2', 'two'))]
  expect([one.place, two.place].map(place => place.slice(root.length))).toEqual(['/2026/permit/04217 (2).pdf', '/2026/permit/04217 (3).pdf'])
  expect(await readFile(join(root, '2026/permit/04217.pdf'), 'utf8')).toBe('somebody else\'s')
})

it('says what is wrong with a share that is not there, or a name that leaves it', async () => {
  await expect(deliver(await delivery('1', 'one', '../../../out.pdf'))).rejects.toThrow('would leave the folder')
  await rm(root, { recursive: true })
  await expect(deliver(await delivery('1', 'one'))).rejects.toThrow(`The folder ${root} is not there. Check that the share is mounted`)
})
