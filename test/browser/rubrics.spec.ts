import { expect, test } from '@playwright/test'
import { expectAccessible, signIn } from './desk'

test('a rubric is written as JSON, with each fault named as one types, and saved as its next version', async ({ page }) => {
  await signIn(page, 'Piers')
  await page.getByRole('link', { name: 'Rubrics' }).click()
  await expectAccessible(page)
  await page.getByRole('link', { name: 'Office letters' }).click()
  const text = page.getByLabel('The rubric as JSON')
  await expect(page.getByText('The rubric is sound.')).toBeVisible()
  const sound = await text.inputValue()
  const save = page.getByRole('button', { name: /^Save as version/ })
  await expect(save).toBeDisabled()

  await text.fill(sound.replace('"dpi": 200', '"dpi": 20'))
  const faults = page.getByRole('region', { name: 'What is wrong with the text' })
  await expect(faults).toContainText('scan.dpi')
  await expect(faults).toContainText('found 20')
  await expect(faults).toContainText('expected at least 75')
  await expectAccessible(page)
  await page.getByRole('button', { name: /^line \d+$/ }).click()
  expect(await text.evaluate((area: HTMLTextAreaElement) => area.value.slice(area.selectionStart, area.selectionEnd))).toBe('20')

  await text.fill(sound.replace('"version": 1,', ''))
  await expect(faults).toContainText('expected 1')
  await text.fill(sound.slice(0, -10))
  await expect(faults).toContainText('expected JSON')
  await text.fill(sound.replace('"to": "records-office"', '"to": "the-moon"'))
  await expect(page.getByText('It sends to “the-moon”, which is not set up.')).toBeVisible()

  await text.fill(sound.replace('"dpi": 200', '"dpi": 300'))
  await save.click()
  await expect(page.getByText(/^Version 2 holds from the next batch on/)).toBeVisible()
  await page.reload()
  await expect(page.getByText('version 2')).toBeVisible()
  await text.fill(sound)
  await save.click()
  await expect(page.getByText(/^Version 3 holds/)).toBeVisible()
})
