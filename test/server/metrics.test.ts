import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { expect, it } from 'vitest'
import { client } from '../product/client'
import { dataFolder, running } from '../product/running'
import { sampleBatch } from '../product/sample'

const metrics = (who: string) =>
  fetch(`${running().app}/api/metrics`, { headers: { authorization: `Bearer ${running().api.tokens[who]!}` } })

it('figures for Prometheus are a steward’s, and grow with the work', async () => {
  await sampleBatch('Tamsin')
  expect((await metrics('Tamsin')).status).toBe(403)
  const answer = await metrics('Piers')
  expect([answer.status, answer.headers.get('content-type')]).toEqual([200, 'text/plain; version=0.0.4; charset=utf-8'])
  const text = await answer.text()
  const value = (name: string) => Number(new RegExp(`^${name} (\\S+)$`, 'm').exec(text)?.[1])
  expect(value('rubricator_steps_done_total{step="examine"}')).toBeGreaterThan(10)
  expect(value('rubricator_step_seconds_total{step="examine"}')).toBeGreaterThan(1)
  expect(value('rubricator_workers')).toBeGreaterThan(0)
  expect(value('rubricator_blobs_free_bytes')).toBeGreaterThan(0)
})

it('says the same to a steward on screen', async () => {
  const asked = await (await client('Piers'))<{ workers: number; steps: { step: string }[] }>('GET', '/api/health/figures')
  expect(asked.body.workers).toBeGreaterThan(0)
  expect(asked.body.steps.map(step => step.step)).toContain('examine')
})

it('each request that changes something is a line of JSON, with who and what, and without what was sent', async () => {
  const tamsin = await client('Tamsin')
  await tamsin('PUT', '/api/password', { old: 'a secret that is wrong', password: 'another secret' })
  const lines = (await readFile(join(dataFolder(), 'web.log'), 'utf8')).split('\n').filter(line => line.startsWith('{'))
  const requests = lines.map(line => JSON.parse(line) as Record<string, unknown>).filter(line => line.msg === 'request')
  expect(requests.find(line => line.route === '/api/session' && line.method === 'POST')).toMatchObject({ status: 200, level: 'info' })
  expect(requests.some(line => typeof line.person === 'string' && typeof line.batch === 'number')).toBe(true)
  const all = lines.join('\n')
  expect(all).not.toContain('secret that is wrong')
  for (const { password } of running().signIns) expect(all).not.toContain(password)
})
