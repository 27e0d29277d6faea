import { execFileSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test, type Page } from '@playwright/test'
import { documentsOf } from '../../standins/paper/part'
import { makeStack } from '../../standins/paper/stacks'
import { client } from '../product/client'
import { emptyFeeder, running } from '../product/running'
import { expectAccessible, signIn } from './desk'

test.use({ viewport: { width: 1024, height: 600 }, hasTouch: true })

const letters = 20
const touch = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: typeof name === 'string' }).tap()
const bench = (what: string, form: Record<string, string>) =>
  fetch(`${running().bench}${what}`, { method: 'POST', body: new URLSearchParams(form), redirect: 'manual' })
const typeDigits = async (page: Page, digits: string) => {
  for (const digit of digits) await touch(page, digit)
}

/** Touches a rubric, on whichever screen of them it stands. */
async function pick(page: Page, name: RegExp): Promise<void> {
  const rubrics = page.getByRole('button', { name: /one touch|asks a few things/ })
  await expect(rubrics.first()).toBeVisible()
  while (!(await page.getByRole('button', { name }).isVisible())) await touch(page, 'More rubrics')
  await touch(page, name)
}

test('at the device, by thumb: pair, sign in, fill in, scan through a fault, complete, and see what became of it', async ({ page }) => {
  await emptyFeeder()
  const piers = await client('Piers')
  const [device] = (await piers<{ id: string }[]>('GET', '/api/devices')).body
  const { code } = (await piers<{ code: string }>('POST', `/api/panels/${device!.id}`)).body
  await page.goto('/panel')
  await expect(page.getByRole('heading', { name: 'Whose panel is this?' })).toBeVisible()
  await expectAccessible(page)
  await typeDigits(page, code)
  await expect(page.getByRole('heading', { name: 'Who is it?' })).toBeVisible()
  await expectAccessible(page)

  await typeDigits(page, '0000')
  await touch(page, 'Sign in')
  await expect(page.getByRole('alert')).toContainText('Nobody has this PIN')
  await typeDigits(page, running().person('Jowan').pin)
  await touch(page, 'Sign in')
  await expect(page.getByRole('heading', { name: 'What kind of paper is it?' })).toBeVisible()
  await expectAccessible(page)
  const small = await page
    .getByRole('button')
    .evaluateAll(buttons => buttons.map(button => button.getBoundingClientRect()).filter(box => box.height < 56 || box.width < 56).length)
  expect(small).toBe(0)

  await pick(page, /Scan to people/)
  await expect(page.getByText('Subject is needed.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Scan', exact: true })).toBeDisabled()
  await expectAccessible(page)
  await touch(page, /^Subject/)
  const mark = String(Date.now() % 1000)
  for (const key of ['Capital letter', 'S', 'l', 'i', 'p', ...mark]) await touch(page, key)
  await expectAccessible(page)
  await touch(page, 'Done')
  await touch(page, /^Answer by/)
  await typeDigits(page, '32')
  await touch(page, 'Done')
  await expect(page.getByText('is not a date as dd/MM/yyyy')).toBeVisible()
  for (let digit = 0; digit < 2; digit++) await touch(page, 'Take the last digit back')
  for (const key of '01/12/2026') await touch(page, key)
  await touch(page, 'Done')
  await touch(page, /^Confidential/)
  await touch(page, 'yes')
  await touch(page, /^To whom/)
  await touch(page, /Harbour master/)
  await page.getByLabel('Name or address').tap()
  for (const key of 'new@quay') await touch(page, key)
  await touch(page, '.example')
  await touch(page, 'And keep it in the book')
  await expectAccessible(page)
  await touch(page, 'These')
  await expect(page.getByRole('button', { name: /^To whom/ })).toContainText('harbour.master@saltmere.example, new@quay.example')
  await touch(page, /How it is scanned/)
  await expectAccessible(page)
  await touch(page, /Black and white/)
  await touch(page, 'Done')
  await expect(page.getByText('The feeder of Office device is empty')).toBeVisible()

  const stack = documentsOf(makeStack('office-letters', letters), '1-2')
  await bench('load', { stack: 'office-letters', seed: String(letters), documents: '1-2', jam: '2', fault: 'double-feed' })
  await touch(page, 'Scan')
  await expect(page.getByText('Of this load, sheets 1 to 2 are in and safe. Go on with sheet 3.')).toBeVisible({ timeout: 60_000 })
  await expectAccessible(page)
  await expect(page.getByRole('button', { name: /More to come/ })).toBeDisabled()
  await bench('free', {})
  await touch(page, /More to come/)
  await expect(page.getByText(`${stack.sheets.length * 2} sides on ${stack.sheets.length} sheets are in. Is that all?`)).toBeVisible({
    timeout: 120_000,
  })
  await touch(page, /That is all/)
  await expect(page.getByText('It is being sorted.')).toBeVisible()
  await expectAccessible(page)
  await expect(page.getByText('went to harbour.master@saltmere.example, new@quay.example')).toBeVisible({ timeout: 150_000 })
  await touch(page, 'Done')

  // It arrived: once for each, with the values in its text and a file that opens.
  const mailboxes = await (await fetch(running().standins.mailboxes!)).text()
  expect(mailboxes.split(`subject: Slip${mark}`)).toHaveLength(3)
  expect(mailboxes).toContain('confidential: yes')
  const link = /attachment\?box=new[^"]+/.exec(mailboxes)![0].replaceAll('&amp;', '&')
  const file = join(mkdtempSync(join(tmpdir(), 'rubricator-mail-')), 'mail.pdf')
  writeFileSync(file, Buffer.from(await (await fetch(`${running().standins.mailboxes}${link}`)).arrayBuffer()))
  expect(execFileSync('pdfinfo', [file], { encoding: 'utf8' })).toMatch(
    new RegExp(`Pages: +${stack.truth.sides.filter(side => !side.blank).length}\\n`),
  )

  await touch(page, 'What became of mine')
  await expect(page.getByRole('button', { name: /Scan to people/ }).first()).toContainText('done')
  await expectAccessible(page)
  await touch(page, 'Sign out')
  await expect(page.getByRole('heading', { name: 'Who is it?' })).toBeVisible()

  // A badge is enough; what one scans is remembered.
  await bench('badge', { badge: running().person('Jowan').badge })
  await pick(page, /Scan to people/)
  await expect(page.getByRole('button', { name: /How it is scanned/ })).toContainText('black and white')
  await page.getByRole('button', { name: 'Back to the rubrics' }).tap()

  // The glass: a card's front and back, one after the other, kept or dropped.
  await pick(page, /Logbooks/)
  await bench('glass', { stack: 'logbooks', seed: '2', from: '1', face: 'front' })
  await touch(page, 'Scan the glass')
  await expect(page.getByText('2 sides on 1 sheet are in.')).toBeVisible({ timeout: 60_000 })
  await touch(page, /That is all/)
  await expect(page.getByText('It is filed.')).toBeVisible({ timeout: 90_000 })
  await touch(page, 'Done')
  await touch(page, 'Sign out')
})

test('from the desk: files dropped in, a folder chosen in the cloud, a page scanned again', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 800 })
  await signIn(page, 'Jowan')
  await page.getByRole('link', { name: 'Start a scan' }).click()
  await page.getByRole('radio', { name: /Into the cloud folder/ }).click()
  await page.getByRole('radio', { name: /Files/ }).click()
  await expect(page.getByText('Where in Cloud folder?')).toBeVisible()
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Begin: choose the files next' }).click()
  await expect(page.getByRole('heading', { name: 'Which files belong to this batch?' })).toBeVisible()
  const folder = mkdtempSync(join(tmpdir(), 'rubricator-drop-'))
  execFileSync(process.execPath, [
    '--import',
    'tsx',
    'standins/paper/main.ts',
    '--out',
    folder,
    '--stack',
    'logbooks',
    '--colour',
    'grey',
    '--dpi',
    '100',
  ])
  writeFileSync(join(folder, 'notes.pdf'), 'no PDF at all')
  await page.locator('input[type=file]').setInputFiles([join(folder, 'logbooks.pdf'), join(folder, 'notes.pdf')])
  await expect(page.getByText('safely in')).toBeVisible()
  await expect(page.getByText('“notes.pdf” is none of PDF, TIFF, JPEG, PNG or WebP')).toBeVisible()
  await expect(page.getByRole('heading', { name: '6 sides on 3 sheets are in. Is that all?' })).toBeVisible({ timeout: 30_000 })
  await expectAccessible(page)
  await page.getByRole('button', { name: 'That is all: complete' }).click()
  await expect(page.getByText('done', { exact: true })).toBeVisible({ timeout: 120_000 })
  const cloud = await (await fetch(running().standins['cloud-folder']!)).text()
  expect(cloud).toMatch(/Scan \d{4}-\d\d-\d\d\.pdf/)
})
