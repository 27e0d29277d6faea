import { expect, test } from '@playwright/test'
import { fleet } from '../../standins/paper/world'
import { toIndex, underRubric } from '../product/batchCopy'
import { expectAccessible, signIn } from './desk'
import { documentsOf, sampleBatch, show } from './permits'

test('a second person checks: by one key, or sent back with what is wrong, and passed without for a reason', async ({ page, browser }) => {
  const batch = await sampleBatch()
  await toIndex(batch, { permit: '04217', year: '26', hull: fleet[0]!.hull, vessel: 'Sandpiper', zone: 'Inner', issued: '2026-03-31' }, [])
  await underRubric(batch, 'Checked permits', { check: { mode: 'all' } })
  await signIn(page, 'Tamsin')
  const documents = await documentsOf(page, batch)
  await page.goto(`/batches/${batch}/table`)
  await page.getByRole('button', { name: `Confirm the ${documents.length} that are whole` }).click()
  await expect.poll(async () => (await show(page, batch)).state).toBe('to check')
  // Nobody checks what they entered; a clerk does not check at all.
  await page.goto('/')
  await expect(page.getByText('waits for somebody who may check it.').first()).toBeVisible()

  const hedra = await (await browser.newContext()).newPage()
  await signIn(hedra, 'Hedra')
  const { name } = await show(hedra, batch)
  await hedra.getByRole('link', { name: `Check them: ${name}` }).click()
  await expect(hedra.getByText('document 1 of')).toBeVisible()
  await expect(hedra.getByText('Every document is checked.')).toBeVisible()
  await expectAccessible(hedra)
  await hedra.keyboard.press('r')
  await expect(hedra.getByText('document 2 of')).toBeVisible()

  // What is wrong, at which value, with a word: by keys alone.
  await hedra.keyboard.press('w')
  await hedra.getByLabel('Which value').selectOption('Vessel')
  await expect(hedra.locator('[data-measures]')).toContainText('200 dpi')
  await expect(hedra.getByText('On page 1.')).toBeVisible()
  const picture = (await hedra.getByRole('group', { name: 'Page 1 of' }).boundingBox())!
  await hedra.mouse.move(picture.x + 200, picture.y + 150)
  await hedra.mouse.down()
  await hedra.mouse.move(picture.x + 330, picture.y + 190, { steps: 4 })
  await hedra.mouse.up()
  await expect(hedra.getByText('At the place marked on page 1.')).toBeVisible()
  await hedra.getByLabel('A word about it').fill('The page says Marram')
  await expectAccessible(hedra)
  await hedra.getByLabel('A word about it').press('Enter')
  await expect(hedra.getByText('document 3 of')).toBeVisible()
  for (let at = 3; at <= documents.length; at++) {
    await expect(hedra.getByText(`document ${at} of`)).toBeVisible()
    await hedra.keyboard.press('r')
  }
  await expect(hedra.getByText('Nothing is left to check.')).toBeVisible()

  // It comes back to the one who enters, with the cursor where it is wrong, and then to be checked once more.
  await page.goto(`/batches/${batch}/values`)
  await expect(page.locator('[data-returned]')).toContainText('Hedra sent it back: a value is wrong. “The page says Marram”')
  await expect(page.locator('#field-vessel')).toBeFocused()
  await expect(page.locator('[data-place]')).toBeVisible()
  await page.keyboard.press('Control+a')
  await page.keyboard.type('Marram')
  await page.keyboard.press('Control+Enter')
  await expect.poll(async () => (await show(page, batch)).state).toBe('to check')
  await hedra.goto(`/batches/${batch}/check`)
  await expect(hedra.getByText('document 2 of')).toBeVisible()
  await hedra.getByRole('button', { name: 'Pass the batch without…' }).click()
  await hedra.getByLabel('Why may the batch go on').fill('The ferry waits')
  await hedra.getByRole('button', { name: 'Pass it unchecked' }).click()
  await expect.poll(async () => ['sending', 'done'].includes((await show(page, batch)).state)).toBe(true)
  await hedra.context().close()
})
