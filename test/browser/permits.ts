import { type Page, expect } from '@playwright/test'
import type { BatchDetail } from '../../shared/views/batches'

export { sampleBatch, truth } from '../product/sample'

export const show = async (page: Page, id: number) => (await (await page.request.get(`/api/batches/${id}`)).json()) as BatchDetail

/** The identities of a batch's documents, in order. */
export const documentsOf = async (page: Page, id: number) =>
  (await show(page, id)).documents.sort((one, other) => one.position - other.position).map(one => one.id)

/** Puts copies of these pages, by number, at the end of their batch. */
export async function copy(page: Page, id: number, positions: (pages: BatchDetail['pages']) => BatchDetail['pages']): Promise<void> {
  const { pages } = await show(page, id)
  const answer = await page.request.post(`/api/batches/${id}/paste`, {
    data: { from: id, pages: positions(pages).map(one => one.id), before: null, cut: false },
  })
  expect(answer.status()).toBe(200)
}

export const at = (page: Page, position: number) => page.locator(`[data-position="${position}"]`)
export const positions = (page: Page) =>
  page.locator('[data-position]').evaluateAll(all => all.map(one => Number((one as HTMLElement).dataset.position)))
