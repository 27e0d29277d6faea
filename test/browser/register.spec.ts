import { expect, test } from '@playwright/test'
import { fleet, soldTwice } from '../../standins/paper/world'
import { documentsOf } from '../../standins/paper/part'
import { makeStack } from '../../standins/paper/stacks'
import { putPaper, running } from '../product/running'
import { expectAccessible, signIn } from './desk'

const seed = 4
const slips = '8-9,16-17,23'
// A strange vessel, a code that cannot be read, a vessel that was sold.
const { truth } = documentsOf(makeStack('landing-slips', seed), slips)
const sold = fleet[soldTwice]!

test('slips take their values from the vessel register; a person chooses where it knows two vessels or none', async ({ page }) => {
  await putPaper(seed, 'landing-slips', { documents: slips })
  await signIn(page, 'Tamsin')
  await page.goto('/scan')
  await page.getByRole('radio', { name: /Landing slips/ }).click()
  await page.getByRole('button', { name: 'Scan the stack' }).click()
  await page.getByRole('button', { name: 'That is all: complete' }).click({ timeout: 120_000 })
  await page.getByRole('link', { name: 'Look at 1 page' }).click({ timeout: 90_000 })
  const spoilt = truth.documents.find(document => document.undecidable)!
  await page.getByLabel('What does the number beside the bars say?').fill(`LS/${spoilt.fields.hull}/${spoilt.fields.landed}`)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('link', { name: `Enter values of ${truth.documents.length} documents` })).toBeVisible({ timeout: 200_000 })
  const batch = Number(/batches\/(\d+)/.exec(page.url())![1])
  const { documents } = (await (await page.request.get(`/api/batches/${batch}`)).json()) as {
    documents: { id: number; position: number }[]
  }
  const open = async (which: (typeof truth.documents)[number]) =>
    page.goto(`/documents/${documents.find(one => one.position === which.document)!.id}`)

  // One vessel: filled in, nothing to choose.
  const plain = truth.documents.find(document => document.fields.vessel)!
  await open(plain)
  await expect(page.locator('#field-vessel')).toHaveValue(plain.fields.vessel!)
  await expect(page.locator('#field-owner')).toHaveValue(plain.fields.owner!)
  await expect(page.locator('[data-lookup]')).toBeHidden()

  // Two vessels under one hull number: nothing is filled in before a person chose.
  const slipOfSold = truth.documents.find(document => document.fields.hull === sold.hull)!
  await open(slipOfSold)
  await expect(page.getByText(`2 of them have ${sold.hull}. Which is it?`)).toBeVisible()
  await expect(page.locator('#field-vessel')).toHaveValue('')
  await expectAccessible(page)
  const buyer = fleet.at(-1)!
  await page.getByRole('radio', { name: new RegExp(buyer.owner) }).click()
  await expect(page.locator('#field-owner')).toHaveValue(buyer.owner)
  await expect(page.locator('#field-vessel')).toHaveValue(buyer.name)
  const sale = page.url()
  await page.getByRole('button', { name: /Values are right/ }).click()
  // Kept before the page is left.
  await expect(page).not.toHaveURL(sale)

  // None: a number that the register knows is looked up, then the right one stands again and its vessel is typed.
  const stranger = truth.documents.find(document => !document.fields.vessel && document.fields.hull !== sold.hull)!
  await open(stranger)
  await expect(page.getByText(`No vessel has ${stranger.fields.hull}.`)).toBeVisible()
  await page.getByLabel('Hull number').fill(fleet[0]!.hull)
  await page.getByRole('button', { name: `Look up ${fleet[0]!.hull}` }).click()
  await expect(page.locator('#field-vessel')).toHaveValue(fleet[0]!.name)
  await page.getByLabel('Hull number').fill(stranger.fields.hull!)
  await page.getByRole('button', { name: `Look up ${stranger.fields.hull}` }).click()
  await expect(page.getByText(`No vessel has ${stranger.fields.hull}.`)).toBeVisible()
  await page.locator('#field-vessel').fill('Stormcock')
  const there = page.url()
  await page.getByRole('button', { name: /Values are right/ }).click()
  await expect(page).not.toHaveURL(there)

  // The chosen vessel has the document; the unknown one is refused, in words, at once.
  await page.goto('/sent')
  const slipsOf = (document: typeof stranger) =>
    page.getByRole('listitem').filter({ has: page.getByText(`${document.fields.landed}-${document.fields.hull}.pdf`) })
  await expect(slipsOf(slipOfSold).filter({ hasText: `vessel ${buyer.id}` })).toContainText('attached', { timeout: 60_000 })
  const refused = slipsOf(stranger).filter({ hasText: 'Vessel register' })
  await expect(refused).toContainText(`There is no vessel with hull ${stranger.fields.hull}`, { timeout: 60_000 })
  await expectAccessible(page)
  await refused.getByRole('button', { name: 'Try again' }).click()
  await expect(refused).toContainText('Tried 2 times')
  // Narrowed to one destination, as a chart, and one slip as it is printed.
  await page.getByRole('combobox', { name: 'To', exact: true }).selectOption({ label: 'Vessel register' })
  await expect(slipsOf(slipOfSold)).toHaveCount(1)
  await page.getByRole('button', { name: 'Chart', exact: true }).click()
  await expect(page.getByRole('img', { name: /^Deliveries by hour\. .* arrived in the last two days; \d+ failed/ })).toBeVisible()
  await expectAccessible(page)
  await slipsOf(slipOfSold).getByRole('link', { name: 'Vessel register' }).click()
  await expect(page.getByRole('heading', { name: /^Slip \d+$/ })).toBeVisible()
  await expect(page.getByText(`vessel ${buyer.id}`, { exact: true })).toBeVisible()
  await expectAccessible(page)
  const shown = await (await fetch(running().standins['vessel-register']!)).text()
  expect(shown).toContain(`${slipOfSold.fields.landed}-${slipOfSold.fields.hull}.pdf`)
})
