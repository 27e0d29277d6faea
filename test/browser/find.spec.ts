import { createHash } from 'node:crypto'
import { type Page, expect, test } from '@playwright/test'
import JSZip from 'jszip'
import { manifestOf } from '../../core/archive/bag'
import { fleet } from '../../standins/paper/world'
import { readAndFind, toIndex } from '../product/batchCopy'
import { expectAccessible, signIn } from './desk'
import { sampleBatch, show } from './permits'

/** What the box holds where somebody types on at the very moment at which their words become a search. */
const typedOn = (page: Page) =>
  page.evaluate(async () => {
    const box = document.querySelector<HTMLInputElement>('input[type=search]')!
    const wait = (ms: number) => new Promise(done => setTimeout(done, ms))
    const type = (words: string) => {
      box.value = words
      box.dispatchEvent(new Event('input', { bubbles: true }))
    }
    const kept: string[] = []
    for (const pause of [149, 150, 151, 152, 154]) {
      type('earlier')
      await wait(pause)
      type('later')
      await wait(300)
      kept.push(box.value)
    }
    return kept
  })

test('a document is found by what stands in it, narrowed, opened where the words stand, and searched for again', async ({ page }) => {
  await signIn(page, 'Tamsin')
  const batch = await sampleBatch()
  const name = `moonraker${batch}`
  await toIndex(batch, { permit: '04217', year: '26', hull: fleet[0]!.hull, vessel: name, zone: 'Inner', issued: '2026-03-31' }, [])
  await readAndFind(batch, 2, 'Inspected at the old slipway by lantern light')
  await page.getByRole('link', { name: 'Find' }).click()
  const box = page.getByRole('searchbox')
  await expect(box).toBeFocused()

  // As one types, by a word of a page; as the reading may have it, too.
  await page.keyboard.type('slipw lantern')
  const found = page.getByRole('region', { name: 'What was found' })
  await expect(found.getByRole('link', { name: 'Mooring permit 04217' }).first()).toBeVisible()
  await expect(found.locator('mark').first()).toHaveText('slipway')
  await box.fill('sllpway')
  await expect(found.getByRole('link', { name: 'Mooring permit 04217' }).first()).toBeVisible()
  await expectAccessible(page)

  // Spelt nearly so: what it means is said, and taken with one click.
  await box.fill('slipwqy')
  await expect(found.getByText('Nothing has slipwqy. This is what has slipway.')).toBeVisible()
  await expect(found.getByRole('link', { name: 'Mooring permit 04217' }).first()).toBeVisible()
  await expectAccessible(page)
  await found.getByRole('button', { name: 'slipway' }).click()
  await expect(box).toHaveValue('slipway')
  await expect(found.getByText('Nothing has')).toBeHidden()

  // A word that was read wrongly is put right on the page, by keys, and found as it is.
  await found.getByRole('link', { name: 'Mooring permit 04217' }).first().click()
  await page.getByRole('button', { name: 'This page' }).click()
  await page.getByRole('menuitem', { name: 'Put right what was read' }).click()
  const words = page.getByRole('region', { name: 'Words of this page' })
  await expect(words.getByText('Read as lantern')).toBeVisible()
  await expectAccessible(page)
  await page.keyboard.type('lanthorn')
  await page.keyboard.press('Enter')
  await words.getByRole('button', { name: 'Keep 1 word' }).click()
  await expect(words).toBeHidden()
  await page.getByRole('link', { name: 'Find' }).click()
  await box.fill('lanthorn')
  await expect(found.getByRole('link', { name: 'Mooring permit 04217' }).first()).toBeVisible()

  expect(await typedOn(page)).toEqual(['later', 'later', 'later', 'later', 'later'])

  // Narrowed by its type's fields; kept, forgotten, and come back to by the address.
  await box.fill(name)
  const count = (await show(page, batch)).documents.length
  await expect(page.getByText(`${count} documents found`)).toBeVisible()
  await page.getByLabel('Type').selectOption({ index: 1 })
  await page.getByLabel('Issued on, from').fill('2026-04-01')
  await page.getByLabel('Issued on, from').press('Tab')
  await expect(page.getByText('Nothing fits.')).toBeVisible()
  await page.getByLabel('Issued on, from').fill('2026-03-01')
  await page.getByLabel('Issued on, from').press('Tab')
  await expect(page.getByText(`${count} documents found`)).toBeVisible()
  await page.getByRole('button', { name: 'Keep this search…' }).click()
  await page.getByLabel('Its name').fill('Moonraker in spring')
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByLabel('Its name')).toBeHidden()
  await page.reload()
  await expect(page.getByText(`${count} documents found`)).toBeVisible()
  await page.goto('/find')
  await page.getByRole('button', { name: 'Moonraker in spring', exact: true }).click()
  await expect(box).toHaveValue(name)
  await page.getByRole('button', { name: 'Forget Moonraker in spring' }).click()
  await expect(page.getByRole('button', { name: 'Moonraker in spring', exact: true })).toBeHidden()

  const csv = await (await page.request.get(`/api/find/csv?text=${name}`)).text()
  expect(csv.split('\r\n')).toHaveLength(count + 2)
  expect(csv).toContain('Mooring permit 04217')

  // And as one package for an archive, of which each file is what its manifest says.
  const zip = await JSZip.loadAsync(await (await page.request.get(`/api/find/bag?text=${name}`)).body())
  const manifest = manifestOf(await zip.file('documents/manifest-sha256.txt')!.async('text'))
  expect(manifest.filter(({ path }) => path.endsWith('/index.json'))).toHaveLength(count)
  expect(Object.keys(zip.files).filter(path => path.startsWith('documents/data/'))).toHaveLength(manifest.length)
  for (const { path, sha256 } of manifest) {
    const bytes = await zip.file(`documents/${path}`)!.async('nodebuffer')
    expect(createHash('sha256').update(bytes).digest('hex')).toBe(sha256)
  }
  expect((await page.request.get('/api/find/bag?text=nothing-has-this')).status()).toBe(404)
})
