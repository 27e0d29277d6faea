import { type Page, expect } from '@playwright/test'
import type { BatchDetail, DeviceChoice, RubricChoice } from '../../core/model/views'
import { makeStack } from '../../standins/paper/stacks'
import { until } from '../product/client'
import { emptyFeeder, putPaper } from '../product/running'

const seed = 8
export const { truth } = makeStack('mooring-permits', seed)

export const show = async (page: Page, id: number) => await (await page.request.get(`/api/batches/${id}`)).json() as BatchDetail

/** A batch of permits, scanned and sorted, by the routes that the screens use. */
export async function scanned(page: Page): Promise<number> {
  const rubrics = await (await page.request.get('/api/rubrics')).json() as RubricChoice[]
  const devices = await (await page.request.get('/api/devices')).json() as DeviceChoice[]
  await emptyFeeder()
  await putPaper(seed)
  const { id } = await (await page.request.post('/api/batches', { data: { rubric: rubrics.find(one => one.name === 'Mooring permits')!.id, device: devices[0]!.id } })).json() as { id: number }
  await until(() => show(page, id), batch => batch.loads[0]!.state === 'ended')
  await page.request.post(`/api/batches/${id}/complete`)
  await until(() => show(page, id), batch => batch.state === 'to fix')
  return id
}

/** Puts copies of these pages, by number, at the end of their batch. */
export async function copy(page: Page, id: number, positions: (pages: BatchDetail['pages']) => BatchDetail['pages']): Promise<void> {
  const { pages } = await show(page, id)
  const answer = await page.request.post(`/api/batches/${id}/paste`, { data: { from: id, pages: positions(pages).map(one => one.id), before: null, cut: false } })
  expect(answer.status()).toBe(200)
}

export const at = (page: Page, position: number) => page.locator(`[data-position="${position}"]`)
export const positions = (page: Page) => page.locator('[data-position]').evaluateAll(all => all.map(one => Number((one as HTMLElement).dataset.position)))
