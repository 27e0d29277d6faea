import { createHash } from 'node:crypto'
import { mkdir, mkdtemp, readdir, readFile, rm, stat, symlink, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, expect, it } from 'vitest'
import type { Delivery } from '../../connectors/connector'
import networkFolder from '../../connectors/networkFolder'
import { expectHeld } from './held'

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
  return {
    id,
    folder: '2026',
    people: [],
    files: [{ name, path, sha256: createHash('sha256').update(content).digest('hex'), mediaType: 'application/pdf' }],
    index: { values: { permit: '04217' } },
    record: null,
  }
}

const deliver = (given: Delivery) => networkFolder.open({ path: root }).deliver(given)
const files = async () =>
  (await readdir(root, { recursive: true, withFileTypes: true }))
    .filter(one => one.isFile())
    .map(one => one.name)
    .sort()

it('puts the file and its index values into the folder, and nothing else', async () => {
  const { place } = await deliver(await delivery('1', 'one'))
  expect(place).toBe(join(root, '2026/permit/04217.pdf'))
  expect(await readFile(place, 'utf8')).toBe('one')
  expect(JSON.parse(await readFile(place.replace('.pdf', '.json'), 'utf8'))).toMatchObject({ id: '1', values: { permit: '04217' } })
  expect(await files()).toEqual(['04217.json', '04217.pdf'])
  await expectHeld(networkFolder.open({ path: root }), await delivery('1', 'one'))
})

it('delivers once, however often it is asked, also when it died half-way', async () => {
  const given = await delivery('1', 'one')
  const first = await deliver(given)
  await rm(first.place)
  const part = `.${createHash('sha256').update('1').digest('hex').slice(0, 16)}.part`
  await writeFile(join(root, '2026/permit', part), 'half')
  expect(await deliver(given)).toEqual(first)
  expect(await deliver(given)).toEqual(first)
  expect(await files()).toEqual(['04217.json', '04217.pdf'])
})

it('never overwrites: another document of that name gets a number', async () => {
  await mkdir(join(root, '2026/permit'), { recursive: true })
  await writeFile(join(root, '2026/permit/04217.pdf'), "somebody else's")
  const [one, two] = [await deliver(await delivery('1', 'one')), await deliver(await delivery('2', 'two'))]
  expect([one.place, two.place].map(place => place.slice(root.length))).toEqual([
    '/2026/permit/04217 (2).pdf',
    '/2026/permit/04217 (3).pdf',
  ])
  expect(await readFile(join(root, '2026/permit/04217.pdf'), 'utf8')).toBe("somebody else's")
})

it('gives two of one name at the same moment each a name of its own', async () => {
  const both = await Promise.all([delivery('1', 'one'), delivery('2', 'two')].map(async given => deliver(await given)))
  expect((await Promise.all(both.map(({ place }) => readFile(place, 'utf8')))).sort()).toEqual(['one', 'two'])
  expect((await files()).filter(name => name.endsWith('.part'))).toEqual([])
})

it('shows nothing through a link out of the share, and no path of this machine', async () => {
  await mkdir(root, { recursive: true })
  await symlink('/etc', join(root, 'out'))
  const { browse } = networkFolder.open({ path: root })
  expect(await browse!.list('')).toEqual([])
  await expect(browse!.list('out')).rejects.toThrow('“out” is not there. Check that the share is mounted.')
  await expect(browse!.read('out/hostname')).rejects.toThrow('“out/hostname” is not there')
})

it('says what is wrong with a share that is not there, or a name that leaves it', async () => {
  await expect(deliver(await delivery('1', 'one', '../../../out.pdf'))).rejects.toThrow('would leave the folder')
  await rm(root, { recursive: true })
  await expect(deliver(await delivery('1', 'one'))).rejects.toThrow(`The folder ${root} is not there. Check that the share is mounted`)
})

it.each([
  [undefined, 0o600, 0o700],
  ['group', 0o640, 0o750],
  ['everybody', 0o644, 0o755],
] as const)('lets %s read what it files, and leaves folders that stood there as they are', async (readers, file, folder) => {
  await mkdir(join(root, '2026'), { mode: 0o711 })
  const given = await delivery('1', 'one')
  const { place } = await networkFolder.open({ path: root, ...(readers ? { readers } : {}) }).deliver(given)
  const modeOf = async (path: string) => (await stat(path)).mode & 0o777
  expect(await modeOf(place)).toBe(file)
  expect(await modeOf(place.replace('.pdf', '.json'))).toBe(file)
  expect(await modeOf(join(root, '2026/permit'))).toBe(folder)
  expect(await modeOf(join(root, '2026'))).toBe(0o711)
})
