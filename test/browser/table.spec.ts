import { expect, test } from '@playwright/test'
import { fleet } from '../../standins/paper/world'
import { toIndex } from '../product/batchCopy'
import { expectAccessible, signIn } from './desk'
import { sampleBatch, show } from './permits'

test('documents edited like a sheet: filled down, pasted, replaced, by CSV, and kept where they are sound', async ({ page }) => {
  await signIn(page, 'Tamsin')
  const batch = await sampleBatch()
  await toIndex(batch, { permit: '04217', year: '26', hull: fleet[0]!.hull, zone: 'Inner', issued: '2026-03-31' }, ['vessel'])
  // However many acts stand beside its title, the ribbon begins near the top.
  await page.goto(`/batches/${batch}`)
  await expect(page.getByRole('link', { name: 'Values as a table' })).toBeVisible()
  // A batch's usual name is shorter than this copy's.
  await page.getByRole('heading', { level: 1 }).evaluate(title => (title.textContent = 'Mooring permits, 27 November 09:10'))
  expect((await page.locator('[data-position="1"]').boundingBox())!.y).toBeLessThanOrEqual(200)
  await page.goto(`/batches/${batch}/table`)
  const grid = page.getByRole('grid')
  const cell = (row: number, column: number) => page.locator(`[data-cell="${row} ${column}"]`)
  const count = (await show(page, batch)).documents.length
  await grid.focus()

  // The vessel of the first one, by keys, then filled down; one is wrong and says so.
  for (let step = 0; step < 3; step++) await page.keyboard.press('ArrowRight')
  await page.keyboard.type('Grey Plover')
  await page.keyboard.press('Enter')
  await page.keyboard.press('ArrowUp')
  for (let step = 1; step < count; step++) await page.keyboard.press('Shift+ArrowDown')
  await page.keyboard.press('Control+d')
  await expect(cell(count - 1, 3)).toHaveText('Grey Plover')
  await page.keyboard.press('Control+Home')
  await page.keyboard.type('421')
  await page.keyboard.press('Enter')
  await expect(page.getByText('1 document cannot be kept as it stands')).toBeVisible()
  await expect(page.getByRole('button', { name: `Keep ${count + 1} changes` })).toBeVisible()
  await expectAccessible(page)
  await page.getByRole('button', { name: /^Keep/ }).click()
  await expect(page.getByRole('button', { name: 'Keep 2 changes' })).toBeVisible()
  expect((await show(page, batch)).documents.filter(one => one.fields.vessel?.value === 'Grey Plover')).toHaveLength(count - 1)

  // What a sheet copied, from the caret on; undone and done again.
  await grid.focus()
  await page.keyboard.press('Control+Home')
  const paste = (text: string) =>
    grid.evaluate((element, copied) => {
      const clipboardData = new DataTransfer()
      clipboardData.setData('text/plain', copied)
      element.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }))
    }, text)
  await paste('04301\r\n04302\r\n')
  await expect(cell(1, 0)).toHaveText('04302')
  await page.keyboard.press('Control+z')
  await expect(cell(1, 0)).toHaveText('04217')
  await paste('04301\r\n04302\r\n')

  await page.getByLabel('Find').fill('grey plover')
  await page.getByRole('button', { name: 'Replace…' }).click()
  await page.getByLabel('by', { exact: true }).fill('Sandpiper')
  await page.getByRole('button', { name: `Replace in ${count} cells` }).click()
  await page.getByLabel('Find').fill('')
  await expect(cell(count - 1, 3)).toHaveText('Sandpiper')

  // A CSV shows what it would change before anything is kept.
  await page.locator('input[type=file]').setInputFiles({
    name: 'values.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(`document,Berth\r\n2,B4\r\n`),
  })
  await expect(page.getByText('B4')).toBeVisible()
  await page.getByLabel('Show').selectOption('All')
  await page.getByRole('button', { name: `Confirm the ${count} that are whole` }).click()
  await expect.poll(async () => (await show(page, batch)).documents.filter(one => one.state === 'open').length).toBe(0)
  const { documents } = await show(page, batch)
  const second = documents.find(one => one.position === 2)!
  expect([second.fields.permit!.value, second.fields.vessel!.value, second.fields.berth!.value]).toEqual(['04302', 'Sandpiper', 'B4'])
})
