import { expect, test } from '@playwright/test'
import { fleet } from '../../standins/paper/world'
import { readAndFind, toIndex } from '../product/batchCopy'
import { expectAccessible, signIn } from './desk'
import { documentsOf, sampleBatch } from './permits'

test('the page of a card in a window of its own follows the field, turns, and fills it', async ({ page }) => {
  await signIn(page, 'Tamsin')
  const batch = await sampleBatch()
  await toIndex(batch, { permit: '04217', year: '26', hull: fleet[0]!.hull, zone: 'Inner', issued: '2026-03-31' }, ['vessel'])
  await readAndFind(batch, 1, 'Grey Plover')
  const [first, second] = await documentsOf(page, batch)
  await page.goto(`/documents/${first}`)
  await expect(page.locator('#field-vessel')).toBeFocused()
  const opened = page.context().waitForEvent('page')
  await page.getByRole('button', { name: 'Show the page in a window of its own' }).click()
  const other = await opened
  await expect(other.getByRole('img', { name: /^Page 1 of/ })).toBeVisible()
  await expectAccessible(other)

  // Words that are pressed there stand here; the first of them begins an inch from the left and from the top.
  const picture = (await other.getByRole('img', { name: /^Page 1 of/ }).boundingBox())!
  const inch = picture.width / (210 / 25.4)
  await other.mouse.click(picture.x + 1.25 * inch, picture.y + 1.07 * inch)
  await other.mouse.click(picture.x + 1.85 * inch, picture.y + 1.07 * inch)
  await expect(page.locator('#field-vessel')).toHaveValue('Grey Plover')

  await page.goto(`/documents/${second}`)
  await expect(other).toHaveTitle(/document 2 /)
  await page.goto('/')
  await expect(other.getByText('Open a document in the other window')).toBeVisible()
})
