import { mkdir, mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, it } from 'vitest'
import type { BatchRow } from '../../shared/views/batches'
import type { RubricChoice } from '../../shared/views/rubrics'
import type { WatchedFolderView } from '../../shared/views/setUp'
import { born } from '../product/born'
import { client, until, type Client } from '../product/client'

it('a watched folder gives each complete file once, moves it only afterwards, and sets apart what cannot be read', async () => {
  const [tamsin, piers] = await Promise.all([client('Tamsin'), client('Piers')])
  const plans = (await tamsin<RubricChoice[]>('GET', '/api/rubrics')).body.find(one => one.name === 'Berth plans')!
  const folder = await mkdtemp(join(tmpdir(), 'rubricator-watched-'))
  const post = (ask: Client, more: object) =>
    ask<{ message: string }>('POST', '/api/watched', {
      path: folder,
      subfolders: true,
      rubric: plans.id,
      after: 'move',
      ...more,
    })
  expect((await post(tamsin, {})).status).toBe(403)
  expect((await post(piers, { path: '/nowhere/at/all' })).status).toBe(422)
  expect((await post(piers, { path: 'relative' })).status).toBe(400)
  expect((await post(piers, {})).status).toBe(201)
  expect((await post(piers, {})).status).toBe(409)
  await mkdir(join(folder, 'quay'))
  await writeFile(join(folder, 'quay/plan.pdf'), await born('Plan of the quay'))
  await writeFile(join(folder, 'words.pdf'), 'only words')
  // Never complete while it grows.
  const growing = setInterval(() => void writeFile(join(folder, 'growing.pdf'), String(Date.now())), 500)
  const watched = async () => (await piers<WatchedFolderView[]>('GET', '/api/watched')).body.find(one => one.path === folder)!
  const found = await until(watched, now => now.taken === 1 && now.apart.length === 1, 60)
  expect(found.apart[0]).toMatchObject({ path: 'words.pdf', trouble: expect.stringContaining('none of PDF') as string })
  await until(
    () => readdir(folder),
    names => names.includes('set apart'),
    10,
  )
  clearInterval(growing)
  expect(await readFile(join(folder, 'set apart/words.pdf.reason.txt'), 'utf8')).toContain('Export it as one of these')
  expect(await readdir(join(folder, 'taken/quay'))).toEqual(['plan.pdf'])
  const batches = (await piers<BatchRow[]>('GET', '/api/batches')).body.filter(row => row.rubric === 'Berth plans' && row.owner === 'Piers')
  expect(batches).toHaveLength(1)
  expect((await piers('PUT', `/api/watched/${(found as { id: string }).id}`, { paused: true })).status).toBe(200)
  // Watched no more, what was taken stays known; watched again, nothing is taken twice.
  expect((await piers('DELETE', `/api/watched/${(found as { id: string }).id}`)).status).toBe(200)
  expect(await watched()).toBeUndefined()
  await rm(folder, { recursive: true, force: true })
})
