import { expect, test, type Page } from '@playwright/test'
import { documentsOf } from '../../standins/paper/part'
import { makeStack } from '../../standins/paper/stacks'
import { putPaper, running } from '../product/running'
import { total } from './desk'

const seed = 33
const { truth } = documentsOf(makeStack('mooring-permits', seed), '4-6')

/** Presses Tab until the control with this name has the focus. */
async function tabTo(page: Page, name: RegExp): Promise<void> {
  for (let press = 0; press < 60; press++) {
    const focused = await page.evaluate(() => {
      const element = document.activeElement
      return element?.getAttribute('aria-label') ?? element?.textContent.trim() ?? ''
    })
    if (name.test(focused)) return
    await page.keyboard.press('Tab')
  }
  throw new Error(`No Tab reaches ${name}.`)
}

async function press(page: Page, name: RegExp): Promise<void> {
  await tabTo(page, name)
  await page.keyboard.press('Enter')
}

test('the main job by keyboard alone', async ({ page }) => {
  await putPaper(seed, 'mooring-permits', { documents: '4-6' })
  await page.goto('/')
  await expect(page.getByLabel('Name')).toBeFocused()
  await page.keyboard.type('Tamsin')
  await page.keyboard.press('Tab')
  await page.keyboard.type(running().person('Tamsin').password)
  await page.keyboard.press('Enter')

  await expect(page.getByRole('heading', { name: 'Desk' })).toBeVisible()
  await press(page, /^Start a scan$/)
  await expect(page.getByText('ready, paper loaded')).toBeVisible()
  // A radio group: one Tab reaches it, arrows choose.
  await expect(page.getByRole('radio', { name: /Mooring permits/ })).toBeVisible()
  for (let press = 0; press < 60 && !(await page.evaluate(() => document.activeElement?.getAttribute('role') === 'radio')); press++)
    await page.keyboard.press('Tab')
  for (let press = 0; press < 20 && !(await page.getByRole('radio', { name: /Mooring permits/ }).isChecked()); press++)
    await page.keyboard.press('ArrowDown')
  await press(page, /^Scan the stack$/)
  await expect(page.getByText(/Is that all the paper/)).toBeVisible({ timeout: 120_000 })
  await press(page, /^That is all/)
  await expect(page.getByRole('link', { name: 'Look at 1 page' })).toBeVisible({ timeout: 60_000 })

  // The caret on the ribbon, and a page shown large.
  await tabTo(page, /^Page 1, sheet 1 front/)
  await page.keyboard.press('ArrowRight')
  await expect(page.getByText('Sheet 1, back')).toBeVisible()
  await expect(page.getByText(/^Blank: /)).toBeVisible()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('End')
  await expect(page.locator(`[data-position="${truth.sides.length}"]`)).toBeFocused()
  await page.keyboard.press('Home')
  await page.keyboard.press('Space')
  await expect(page.getByRole('dialog').getByRole('heading')).toHaveText('Sheet 1, front')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toBeHidden()

  // The doubtful page belongs with the one before: one key.
  await page.keyboard.press('Shift+Tab')
  await press(page, /^Look at 1 page$/)
  await expect(page.getByLabel('What does the number beside the bars say?')).toBeFocused()
  await page.keyboard.press('Alt+b')
  await expect(total(page, 'Waiting for a person')).toBeHidden({ timeout: 30_000 })

  await expect(page.getByRole('link', { name: /^Enter values of \d+ documents/ })).toBeVisible({ timeout: 120_000 })
  await page.reload()
  await press(page, /^Enter values of \d+ documents/)
  const documents = truth.documents.filter(document => !document.undecidable)
  for (const [at, document] of documents.entries()) {
    await expect(page.getByText(`document ${at + 1} of ${documents.length}`)).toBeVisible()
    await expect(page.getByLabel('Permit number')).toHaveValue(document.fields.permit!)
    // Page down turns to the second page; the cursor waits in the first field that needs a value.
    await page.keyboard.press('PageDown')
    for (const [id, label] of [
      ['hull', 'Hull number'],
      ['vessel', 'Vessel'],
      ['zone', 'Harbour zone'],
      ['issued', 'Issued on'],
    ] as const) {
      const field = page.getByLabel(label)
      await field.focus()
      const value = id === 'issued' ? document.fields.issued!.split('-').reverse().join('/') : document.fields[id]!
      if (id === 'zone') await page.keyboard.type(value)
      else if ((await field.inputValue()) !== value) {
        await page.keyboard.press('Control+a')
        await page.keyboard.type(value)
      }
    }
    // The last one's card is gone before its answer comes, where a worker is faster than that.
    if (at === documents.length - 1)
      await page.route('**/api/documents/*/fields', async route => {
        const response = await route.fetch()
        await expect(page.getByRole('button', { name: /Values are right/ })).toBeHidden()
        await route.fulfill({ response })
      })
    await page.keyboard.press('Control+Enter')
  }
  await expect(page).toHaveURL(/\/batches\/\d+$/)
  await expect(page.getByText('done', { exact: true })).toBeVisible({ timeout: 60_000 })
  await press(page, /^See the slips$/)
  await expect(page.locator('[data-slip="delivered"]').nth(documents.length - 1)).toBeVisible()
})
