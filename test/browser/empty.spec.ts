import { mkdtemp } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'
import { Product, type RunFile } from '../../run/product'
import { isRunning } from '../product/processes'
import { expectAccessible } from './desk'

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

test('an empty copy asks for a first steward and leads to the first scan', async ({ page }) => {
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
  await page.getByLabel('Folder').fill(await mkdtemp(join(tmpdir(), 'rubricator-records-')))
  await page.getByRole('button', { name: 'Add it when it is there' }).click()
  await expectAccessible(page)

  await page.getByRole('link', { name: 'Open the first rubric' }).click()
  await expect(page.getByLabel('What people call this rubric')).toHaveValue('One document')
  await page.getByRole('button', { name: 'Save the rubric' }).click()
  await expect(page.getByRole('heading', { name: 'One document' })).toBeVisible()
  await page.goto(`${run.app}/scan`)
  await expect(page.getByText('The feeder of Office device is empty')).toBeVisible()

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
