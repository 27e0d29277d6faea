import { mkdtemp, readdir } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test, type Page } from '@playwright/test'
import { Product } from '../../run/product'
import type { RunFile } from '../../run/runFile'
import { makeStack } from '../../standins/paper/stacks'
import { isRunning } from '../product/processes'
import { expectAccessible } from './desk'

const { truth } = makeStack('landing-slips', 3)
/** Puts some of the slips into the simulated device's feeder, and scans them as a batch of one rubric. */
async function scan(page: Page, documents: string, rubric: RegExp): Promise<void> {
  const body = new URLSearchParams({ stack: 'landing-slips', seed: '3', documents })
  const { status } = await fetch(`${run.standins['office-device-bench']}load`, { method: 'POST', body, redirect: 'manual' })
  expect(status).toBe(303)
  await page.goto(`${run.app}/scan`)
  await page.getByRole('radio', { name: rubric }).click()
  await page.getByRole('button', { name: 'Scan the stack' }).click()
  await page.getByRole('button', { name: 'That is all: complete' }).click({ timeout: 60_000 })
}

let product: Product
let run: RunFile
let data: string
test.beforeAll(async () => {
  data = await mkdtemp(join(tmpdir(), 'rubricator-empty-'))
  product = new Product(
    { data, host: '127.0.0.1', port: null, workers: 1, deviceSpeed: 6000, blobs: null, empty: true, standins: true, week: false },
    () => undefined,
  )
  run = await product.start()
})
test.afterAll(async () => {
  await product.stop()
  await product.remove()
})

test('a new steward takes an empty copy to its first filed, indexed document without a text file', async ({ page, browser }) => {
  await page.goto(run.app)
  await expect(page.getByRole('heading', { name: 'Who keeps this copy?' })).toBeVisible()
  await expectAccessible(page)
  await page.getByLabel('Name').fill('Morwenna')
  await page.getByLabel(/^Password/).fill('a long password')
  await page.getByRole('button', { name: 'Begin' }).click()

  await page.getByLabel('What people call it').fill('Office device')
  await page.getByLabel('Address').fill('http://127.0.0.1:9/eSCL')
  await page.getByRole('button', { name: 'Add it when it answers' }).click()
  await expect(page.getByRole('alert')).toContainText('does not answer at 127.0.0.1:9')
  await page.getByLabel('Address').fill(run.standins['vessel-register']!)
  await page.getByRole('button', { name: 'Add it when it answers' }).click()
  await expect(page.getByRole('alert')).toContainText('answered 404')
  await page.getByLabel('Address').fill(run.standins['office-device']!)
  await page.getByRole('button', { name: 'Add it when it answers' }).click()
  await expect(page.getByText('Office device answers')).toBeVisible()

  await page.getByLabel('What people call it').fill('Records office')
  await page.getByLabel('Folder').fill(join(data, 'nowhere'))
  await page.getByRole('button', { name: 'Add it when it is there' }).click()
  await expect(page.getByRole('alert')).toContainText('There is no folder')
  // Nor the product's own data.
  await page.getByLabel('Folder').fill(data)
  await page.getByRole('button', { name: 'Add it when it is there' }).click()
  await expect(page.getByRole('alert')).toContainText("Rubricator's own data")
  const records = await mkdtemp(join(tmpdir(), 'rubricator-records-'))
  await page.getByLabel('Folder').fill(records)
  await page.getByRole('button', { name: 'Add it when it is there' }).click()
  await expectAccessible(page)

  await page.getByRole('link', { name: 'Open the first rubric' }).click()
  await expect(page.getByLabel('What people call this rubric')).toHaveValue('One document')
  await page.getByRole('button', { name: 'Save the rubric' }).click()
  await expect(page.getByRole('heading', { name: 'One document' })).toBeVisible()
  await page.goto(`${run.app}/scan`)
  await expect(page.getByText('The feeder of Office device is empty')).toBeVisible()

  // How the office's paper is written, and a clerk.
  await page.getByRole('link', { name: 'Set-up' }).click()
  const places = page.getByRole('navigation', { name: 'Set-up' })
  await places.getByRole('link', { name: 'Office' }).click()
  await page.getByLabel('What it is called, in notices').fill('Saltmere Harbour Office')
  await page.getByLabel('Dates').selectOption('31/03/2026')
  await page.getByLabel('Numbers').selectOption('1,234.50')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Saved.')).toBeVisible()
  await places.getByRole('link', { name: 'People' }).click()
  await page.getByRole('button', { name: 'Add a person' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Kerra')
  await page.getByRole('button', { name: 'Add and make a link' }).click()
  const link = await page.locator('code').innerText()
  const clerk = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
  await clerk.goto(link)
  await clerk.getByLabel(/^Password/).fill('three plain words')
  await clerk.getByRole('button', { name: 'Set it and go to the Desk' }).click()
  await expect(clerk.getByRole('heading', { name: 'Desk' })).toBeVisible()

  // A sample of the paper, by the rubric that is there.
  await scan(page, '1', /One document/)
  await expect(page.getByRole('link', { name: 'Enter values of 1 document' })).toBeVisible({ timeout: 60_000 })

  // The rubric for it, by pointing.
  await page.getByRole('link', { name: 'Rubrics' }).click()
  await page.getByRole('link', { name: 'Write a rubric' }).click()
  await page.getByLabel('What people call this rubric').fill('Landing slips')
  // From here on it is somebody's work: nothing lies about that would begin it anew, and it is not left by a slip.
  await expect(page.getByRole('heading', { name: /Begin with what comes nearest/ })).toBeHidden()
  await page.getByRole('link', { name: 'Desk', exact: true }).click()
  await page.getByRole('dialog', { name: 'Leave without this rubric?' }).getByRole('button', { name: 'Stay here' }).click()
  await page.getByRole('tab', { name: 'Splitting' }).click()
  await page.getByRole('button', { name: 'by count' }).click()
  await page.getByRole('tab', { name: 'Types and fields' }).click()
  await page.getByLabel('What people call this type').fill('Landing slip')
  await page.getByRole('button', { name: /^Subject text/ }).click()
  await page.getByRole('button', { name: 'Remove this field' }).click()
  for (const [name, value, kind] of [
    ['First buyer', truth.documents[0]!.fields.buyer!, 'text'],
    ['Landed on', truth.documents[0]!.fields.landed!.split('-').reverse().join('/'), 'date'],
    ['Weight landed (kg)', truth.documents[0]!.fields.weight!, 'number'],
  ] as const) {
    await page.getByRole('button', { name: 'Another field' }).click()
    await page.getByRole('button', { name: 'Point at its label and value' }).click()
    if (name === 'First buyer') {
      // Nothing is there to point at yet: the sample is asked for.
      await expect(page.getByRole('status').filter({ hasText: 'Choose a batch of such paper' })).toBeVisible()
      await expect(page.getByRole('combobox', { name: 'Sample batch' })).toBeFocused()
      await page.keyboard.type('One document')
      await page.getByRole('listbox').getByRole('option').first().click()
    }
    await page
      .getByRole('button', { name: `: ${name}`, exact: false })
      .first()
      .click()
    await page
      .getByRole('button', { name: `: ${value}`, exact: false })
      .first()
      .click()
    await expect(page.getByLabel('What it is called')).toHaveValue(name)
    await page.getByLabel('It takes').selectOption(kind)
    await expect(page.getByRole('listitem').filter({ hasText: name }).getByText('found on 1 of 1')).toBeVisible()
  }
  await page.getByRole('tab', { name: 'Reading and files' }).click()
  await page.getByLabel('Its name').fill('landings/{landed-on}-{first-buyer}')
  await page.getByRole('button', { name: 'Save the rubric' }).click()
  await expect(page.getByRole('heading', { name: 'Landing slips' })).toBeVisible()

  // The clerk's first stack: all values are found, one key each, and what was filed is there.
  await scan(clerk, '2-4', /Landing slips/)
  await clerk.getByRole('link', { name: 'Enter values of 3 documents' }).click({ timeout: 60_000 })
  for (const { document, fields } of truth.documents.slice(1, 4)) {
    await expect(clerk.getByText(`document ${document - 1} of 3`)).toBeVisible()
    await expect(clerk.getByLabel('First buyer')).toHaveValue(fields.buyer!)
    await expect(clerk.getByLabel('Landed on')).toHaveValue(fields.landed!.split('-').reverse().join('/'))
    await expect(clerk.getByLabel('Weight landed (kg)')).toHaveValue(fields.weight!)
    await clerk.keyboard.press('Control+Enter')
  }
  const names = truth.documents.slice(1, 4).map(({ fields }) => `${fields.landed}-${fields.buyer}.pdf`)
  await expect.poll(() => readdir(join(records, 'landings')).catch(() => []), { timeout: 60_000 }).toEqual(expect.arrayContaining(names))

  // Nobody else can become the first steward.
  const second = await page.request.post(`${run.app}/api/setup/steward`, { data: { name: 'Other', password: 'a long password' } })
  expect(second.status()).toBe(409)

  // All ends within ten seconds, with a page open that listens for changes.
  await page.goto(`${run.app}/batches`)
  await expect(page.getByRole('heading', { name: 'Batches' })).toBeVisible()
  const running = (await product.processes()).map(one => one.pid)
  const begun = Date.now()
  await product.stop()
  expect(Date.now() - begun).toBeLessThan(10_000)
  expect(await Promise.all(running.map(isRunning))).toEqual(running.map(() => false))
})
