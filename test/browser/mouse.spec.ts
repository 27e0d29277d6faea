import { execFileSync } from 'node:child_process'
import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'
import { Ledger } from '../../core/model/ledger'
import { documentsOf } from '../../standins/paper/part'
import { makeStack } from '../../standins/paper/stacks'
import { differences, valuesRead } from '../product/truth'
import { emptyFeeder, running } from '../product/running'
import { expectAccessible, signIn, total } from './desk'

const seed = 33
// The pencil note, the label that cannot be read, the page number alone.
const documents = '3,5-6'
const { truth } = documentsOf(makeStack('mooring-permits', seed), documents)
const undecidable = truth.documents.find(document => document.undecidable)!
const codeOf = (permit: string) => `MP26-${permit}`

test('a stack on the device becomes named, searchable, filed documents', async ({ page }) => {
  await emptyFeeder()
  await page.goto('/')
  await expectAccessible(page)
  await page.getByLabel('Name').fill('Tamsin')
  await page.getByLabel('Password').fill('wrong')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByRole('alert')).toContainText('do not belong together')
  await signIn(page, 'Tamsin')
  await expectAccessible(page)

  await page.getByRole('link', { name: 'Start a scan' }).click()
  await page.getByRole('radio', { name: /Mooring permits/ }).click()
  await expect(page.getByText('The feeder of Office device is empty')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Scan the stack' })).toBeDisabled()
  const bench = await page.context().newPage()
  await bench.goto(running().bench)
  await bench.getByLabel('Printing').fill(String(seed))
  await bench.getByLabel(/^Only these documents/).fill(documents)
  await bench.getByRole('button', { name: 'Put it in the feeder' }).click()
  await expect(bench.getByText(`${truth.sides.length / 2} of ${truth.sides.length / 2} sheets`)).toBeVisible()
  await bench.close()
  await expect(page.getByText('ready, paper loaded')).toBeVisible()
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Scan the stack' }).click()

  // Sides appear as they arrive, without a reload.
  await expect(page.getByText(/is scanning: \d+ sides? on/)).toBeVisible()
  await expect(page.locator('[data-position="2"] img')).toBeVisible()
  await expectAccessible(page)
  await expect(page.getByText(`${truth.sides.length} sides on ${truth.sides.length / 2} sheets scanned. Is that all`)).toBeVisible({
    timeout: 120_000,
  })
  await page.getByRole('button', { name: 'That is all: complete' }).click()

  // The ribbon: the ledger adds up, blanks are aside, the doubtful page waits with its note.
  await expect(page.getByRole('link', { name: 'Look at 1 page' })).toBeVisible({ timeout: 60_000 })
  const expected = (fate: string) => String(truth.sides.filter(side => side.fate === fate).length)
  await expect(total(page, 'Kept in documents')).toHaveText(expected('kept'))
  await expect(total(page, 'Blank, set aside')).toHaveText(expected('blank'))
  await expect(total(page, 'Waiting for a person')).toHaveText(expected('held'))
  await expect(total(page, 'Sides scanned')).toHaveText(String(truth.sides.length))
  await page.locator(`[data-position="${undecidable.sides[0]}"]`).click()
  await expect(page.getByText('could not be read')).toBeVisible()
  await expectAccessible(page)
  const batch = Number(/batches\/(\d+)/.exec(page.url())![1])

  // The page to fix: the last good value is there, a wrong one is not taken.
  await page.getByRole('link', { name: 'Look at 1 page' }).click()
  const before = truth.documents[undecidable.document - 2]!
  const value = page.getByLabel('What does the number beside the bars say?')
  await expect(value).toHaveValue(codeOf(before.fields.permit!))
  await expectAccessible(page)
  await value.fill('MP26-42')
  await expect(page.getByText('Expected: ‘MP’, two digits, ‘-’, five digits.')).toBeVisible()
  await expect(page.getByRole('button', { name: /Take this value/ })).toBeDisabled()
  await value.fill(codeOf(undecidable.fields.permit!))
  await page.getByRole('button', { name: /Take this value/ }).click()

  // The entry cards: what was read needs a glance, the rest is filled in.
  await expect(page.getByText(/Reading: \d+ of/)).toBeVisible()
  await page.getByRole('link', { name: /Enter values of \d+ documents/ }).click({ timeout: 120_000 })
  for (const document of truth.documents) {
    await expect(page.getByText(`document ${document.document} of ${truth.documents.length}`)).toBeVisible()
    await expect(page.getByLabel('Permit number')).toHaveValue(document.fields.permit!)
    if (document.document === 1) {
      await expectAccessible(page)
      await page.getByLabel('Vessel').fill('')
      await page.getByRole('button', { name: /Values are right/ }).click()
      await expect(page.getByText('needed before this document goes on').first()).toBeVisible()
      await page.getByLabel('Hull number').fill('12345678')
      await expect(page.getByText('check digit would be')).toBeVisible()
    }
    await page.getByLabel('Hull number').fill(document.fields.hull!)
    await page.getByLabel('Vessel').fill(document.fields.vessel!)
    await page.getByLabel('Issued on').fill(document.fields.issued!.split('-').reverse().join('/'))
    await page.getByLabel('Harbour zone').selectOption(document.fields.zone!)
    await page.getByRole('button', { name: /Values are right/ }).click()
  }

  // Sent: a slip for each, and the files lie where they will be looked for.
  await expect(page).toHaveURL(new RegExp(`/batches/${batch}$`))
  await page.getByRole('link', { name: 'See the slips' }).click()
  const ofBatch = page.getByRole('listitem').filter({ has: page.locator(`a[href="/batches/${batch}"]`) })
  await expect(ofBatch.locator('[data-slip="delivered"]')).toHaveCount(truth.documents.length, { timeout: 60_000 })
  await expectAccessible(page)
  for (const { document, fields } of truth.documents) {
    const path = join(running().folder, `2026/mooring-permit/${fields.permit}-${String(document).padStart(3, '0')}`)
    const { values } = JSON.parse(readFileSync(`${path}.json`, 'utf8')) as { values: Record<string, string> }
    for (const id of ['permit', 'year', 'hull', 'vessel', 'zone', 'issued'])
      expect([fields.permit, id, values[id]]).toEqual([fields.permit, id, fields[id]])
    expect(execFileSync('pdftotext', [`${path}.pdf`, '-'], { encoding: 'utf8' })).toContain('Conditions')
    expect(existsSync(`${path} (2).pdf`)).toBe(false)
  }

  // The same ledger as the command line's, and a document with its file.
  const ledger = Ledger.parse(await (await page.request.get(`/api/batches/${batch}/ledger`)).json())
  expect(differences(ledger, truth, true)).toEqual([])
  expect(valuesRead(ledger, truth).wrong).toEqual([])
  await page
    .getByRole('link', { name: new RegExp(`${truth.documents[0]!.fields.permit}-001`) })
    .first()
    .click()
  await expect(page.getByText('Confirmed by Tamsin')).toBeVisible()
  await expectAccessible(page)
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'Download' }).click()])
  expect(
    readFileSync(await download.path())
      .subarray(0, 8)
      .toString(),
  ).toBe('%PDF-1.7')

  await page.getByRole('link', { name: 'Batches', exact: true }).click()
  await expect(page.getByRole('row').filter({ has: page.locator(`a[href="/batches/${batch}"]`) })).toContainText('done')
  await expectAccessible(page)
})
