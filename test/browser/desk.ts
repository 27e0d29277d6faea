import axe from 'axe-core'
import { expect, type Page } from '@playwright/test'
import { running } from '../product/running'

export async function signIn(page: Page, name: string): Promise<void> {
  const { password } = running().person(name)
  await page.goto('/')
  await page.getByLabel('Name').fill(name)
  await page.getByLabel('Password').fill(password)
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByRole('heading', { name: 'Desk' })).toBeVisible()
}

/** Nothing that keeps people out: axe-core finds no serious or critical fault on the screen as it is now. */
export async function expectAccessible(page: Page): Promise<void> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source)
  const faults = await page.evaluate(async () => {
    const { axe } = window as unknown as { axe: typeof import('axe-core') }
    // Whose faults are moderate at most.
    const rules = Object.fromEntries(['region', 'heading-order', 'landmark-unique', 'empty-heading'].map(id => [id, { enabled: false }]))
    const { violations } = await axe.run(document, { resultTypes: ['violations'], rules })
    return violations
      .filter(({ impact }) => impact === 'serious' || impact === 'critical')
      .map(
        ({ id, nodes }) =>
          `${id}: ${nodes
            .map(node => node.html)
            .slice(0, 3)
            .join(' ')}`,
      )
  })
  expect(faults).toEqual([])
}

export const total = (page: Page, name: string) => page.locator(`[data-total="${name}"]`)
