import { expect, test, type Browser, type Page } from '@playwright/test'
import { toIndex, underRubric } from '../product/batchCopy'
import { expectAccessible, signIn } from './desk'
import { documentsOf, sampleBatch, show } from './permits'

const types = [{ id: 'mooring-permit', label: 'Permit', fields: [{ id: 'vessel', label: 'Vessel', required: true }] }]

async function at(browser: Browser, name: string, batch: number): Promise<Page> {
  const page = await (await browser.newContext()).newPage()
  await signIn(page, name)
  await page.goto(`/batches/${batch}/values`)
  await expect(page.locator('#field-vessel')).toBeVisible()
  return page
}

test('two people key a field by keyboard without seeing each other; what differs is decided by a third', async ({ page, browser }) => {
  const batch = await sampleBatch()
  await underRubric(batch, 'Twice', { types, defaultType: 'mooring-permit', split: { rules: [] }, files: [], entryTwice: ['vessel'] })
  await toIndex(batch, {}, ['vessel'])
  await signIn(page, 'Tamsin')
  const documents = await documentsOf(page, batch)
  const count = documents.length

  /** Keys each document from the one that is open on; the last one ends at the batch. */
  const key = async (own: Page, texts: readonly string[]) => {
    for (const [at, text] of texts.entries()) {
      await expect(own.getByText(`document ${at + 1} of ${count}`)).toBeVisible()
      await expect(own.locator('#field-vessel')).toBeFocused()
      await expect(own.locator('#field-vessel')).toHaveValue('')
      await own.keyboard.type(text)
      await own.keyboard.press('Enter')
    }
    await expect(own).toHaveURL(`/batches/${batch}`)
  }
  const alike = documents.map((_, at) => `Sandpiper ${at}`)
  await page.goto(`/batches/${batch}/values`)
  await key(page, alike)
  // None is left for whoever keyed them all.
  await page.goto(`/documents/${documents[0]}`)
  await expect(page.getByText('You keyed this document. Somebody else keys it now')).toBeVisible()
  await expect(page.getByRole('link', { name: /^Document 2, keyed by you/ })).toBeVisible()
  await expect(page.getByRole('radio', { name: 'Open 0' })).toBeVisible()

  const second = await at(browser, 'Hedra', batch)
  await expect(second.getByText('Keyed by two people, neither of whom sees')).toBeVisible()
  await expectAccessible(second)
  await key(second, ['Sand Piper', ...alike.slice(1)])
  const open = async () => (await show(page, batch)).documents.filter(one => one.state === 'open').map(one => one.position)
  await expect.poll(open).toEqual([1])

  const third = await at(browser, 'Piers', batch)
  await expect(third.getByText('Two people keyed this and differ: decide by the page.')).toBeVisible()
  await expect(third.getByLabel('What was keyed for Vessel').getByRole('listitem')).toHaveText([/Sandpiper 0/, /Sand Piper/])
  await expectAccessible(third)
  await third.getByLabel('What was keyed for Vessel').getByRole('button').first().click()
  await expect(third.locator('#field-vessel')).toHaveValue('Sandpiper 0')
  await third.keyboard.press('Control+Enter')
  await expect.poll(open).toEqual([])
})
