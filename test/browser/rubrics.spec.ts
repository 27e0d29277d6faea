import { readFile } from 'node:fs/promises'
import { expect, test } from '@playwright/test'
import { refusedBefore, underRubric } from '../product/batchCopy'
import { expectAccessible, signIn } from './desk'
import { sampleBatch, truth } from './permits'

test('a rubric is written as JSON, with each fault named as one types, kept as a draft, and published as its next version', async ({
  page,
}) => {
  await signIn(page, 'Piers')
  for (const place of ['rubrics', 'set-up']) {
    await page.goto(`/${place}/none`)
    await expect(page.getByRole('heading', { name: 'There is nothing here.' })).toBeVisible()
  }
  await page.getByRole('button', { name: 'To the Desk' }).click()
  await page.getByRole('link', { name: 'Rubrics' }).click()
  await expectAccessible(page)
  await page.getByRole('link', { name: 'Office letters', exact: true }).click()
  await expect(page.getByText('Start a document after a sheet that is blank on every side')).toBeVisible()
  await expectAccessible(page)
  await page.getByRole('tab', { name: 'The whole text' }).click()
  const text = page.getByLabel('The rubric as JSON')
  await expect(page.getByText('The rubric is sound.')).toBeVisible()
  await expect(text).toContainText('"name": "Office letters"')
  const { body } = (await (await page.request.get(`/api${new URL(page.url()).pathname}`)).json()) as { body: unknown }
  const sound = JSON.stringify(body, null, 2)
  /** As somebody pastes it. */
  const fill = async (whole: string) => {
    await text.focus()
    await page.keyboard.press('Control+a')
    await page.keyboard.insertText(whole)
  }
  const publish = page.getByRole('button', { name: /^Publish as version/ })
  const dialog = page.getByRole('dialog')
  await expect(publish).toBeDisabled()

  await fill(sound.replace('"dpi": 200', '"dpi": 20'))
  const faults = page.getByRole('region', { name: 'What is wrong with the text' })
  await expect(faults).toContainText('scan.dpi')
  await expect(faults).toContainText('found 20')
  await expect(faults).toContainText('expected at least 75')
  await expectAccessible(page)
  await page.getByRole('button', { name: /^line \d+$/ }).click()
  await expect.poll(() => page.evaluate(() => getSelection()?.toString())).toBe('20')
  // What may stand in its place is told and offered.
  await page.keyboard.press('ArrowLeft')
  await page.keyboard.press('Control+ ')
  await page.getByRole('option', { name: '200', exact: true }).click()
  await expect(page.getByText('The rubric is sound.')).toBeVisible()

  await fill(sound.replace('"version": 1,', ''))
  await expect(faults).toContainText('expected 1')
  await fill(sound.slice(0, -10))
  await expect(faults).toContainText('expected JSON')
  await fill(sound.replace('"to": "records-office"', '"to": "the-moon"'))
  await expect(page.getByText('It sends to “the-moon”, which is not set up.')).toBeVisible()

  await fill(sound.replace('"dpi": 200', '"dpi": 300'))
  await expect(page.getByText('Draft kept.')).toBeVisible()
  await page.reload()
  await expect(page.getByText('A draft of Piers')).toBeVisible()
  await publish.click()
  await expect(dialog.getByRole('row', { name: /dots an inch/ })).toContainText('300')
  await expectAccessible(page)
  await dialog.getByRole('button', { name: 'Publish it' }).click()
  await expect(page.getByText(/^Version 2 holds from the next batch on/)).toBeVisible()
  await page.reload()
  await expect(page.getByText('version 2')).toBeVisible()
  await page.getByRole('tab', { name: 'Versions' }).click()
  await page.getByRole('button', { name: /^Version 1 / }).click()
  await expect(page.getByRole('row', { name: /dots an inch/ })).toContainText('200')
  await page.getByRole('button', { name: 'Take version 1 into the draft' }).click()
  await publish.click()
  await dialog.getByRole('button', { name: 'Publish it' }).click()
  await expect(page.getByText(/^Version 3 holds/)).toBeVisible()
})

test('a rubric is made without its text: sentences, a field by pointing at the page, names on the sample, where it goes', async ({
  page,
}) => {
  await signIn(page, 'Piers')
  const id = await sampleBatch()
  await page.goto('/rubrics/new')
  await page.getByLabel('What people call this rubric').fill('Permits by hand')
  await page.getByLabel('Sides', { exact: true }).selectOption({ label: 'both sides' })
  await expect(page.getByLabel('Turned over at')).toBeVisible()
  await expectAccessible(page)

  await page.getByRole('tab', { name: 'Cleaning' }).click()
  const { name } = (await (await page.request.get(`/api/batches/${id}`)).json()) as { name: string }
  const sample = page.getByRole('combobox', { name: 'Sample batch' })
  await sample.fill(name)
  await page.getByRole('option').filter({ hasText: name }).first().click()
  const after = page.getByAltText('The page as this rubric would keep it')
  await expect(after).toBeVisible()
  const before = await after.getAttribute('src')
  await page.getByLabel('punched holes').check()
  await expect(after).not.toHaveAttribute('src', before!)
  await expectAccessible(page)

  await page.getByRole('tab', { name: 'Splitting' }).click()
  await page.getByRole('button', { name: 'at a barcode' }).click()

  await page.getByRole('tab', { name: 'Types and fields' }).click()
  const called = page.getByLabel('What people call this type')
  await called.fill('Permit')
  // Words of the sample arrive while one types; what is typed stays.
  await expect(page.getByText(/^found on \d+ of /).first()).toBeVisible()
  await expect(called).toHaveValue('Permit')
  await page.getByRole('button', { name: /^Subject text/ }).click()
  await page.getByRole('button', { name: 'Remove this field' }).click()
  await page.getByRole('button', { name: 'Another field' }).click()
  await page.getByRole('button', { name: 'Point at its label and value' }).click()
  await expect(page.getByText('Press the label')).toBeVisible()
  await expectAccessible(page)
  await page
    .getByRole('button', { name: /: Hull number$/ })
    .first()
    .click()
  await expect(page.getByText('Now press the value that belongs to “Hull number”')).toBeVisible()
  const hull = truth.documents[0]!.fields.hull!
  await page.getByRole('button', { name: new RegExp(`: ${hull}$`) }).click()
  await expect(page.getByLabel('What it is called')).toHaveValue('Hull number')
  await expect(page.getByLabel('Source 1: its label')).toHaveValue('Hull number')
  // What the rule finds on every document of the sample, each of which is read for it: a second or two a page.
  await expect(page.getByText(/^found on (\d+) of \1$/)).toBeVisible({ timeout: 60_000 })
  await page.getByLabel('needed').check()
  // The file's name still asks for the field that is gone.
  await expect(page.getByText(/^Not sound yet: files\[0\]\.name/)).toBeVisible()

  await page.getByRole('tab', { name: 'Reading and files' }).click()
  const file = page.getByLabel('Its name')
  await file.fill('{hull')
  await expect(page.getByText('Expected braces only around a name').last()).toBeVisible()
  await file.fill('permits/{hull-number}')
  await expect(page.getByText(`permits/${hull}.pdf`)).toBeVisible()
  await expectAccessible(page)

  await page.getByRole('tab', { name: 'Where it goes' }).click()
  await expect(page.getByRole('button', { name: /^Take away / })).toHaveCount(1)
  await page.getByRole('button', { name: 'Records office (network folder)' }).click()
  await page
    .getByLabel(/Whoever scans says/)
    .first()
    .check()
  await page.getByRole('button', { name: 'Only when …' }).first().click()
  await page.getByLabel(/: what Hull number is$/).fill('10000008, 20000006')
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Save the rubric' }).click()
  await expect(page.getByRole('heading', { name: 'Permits by hand' })).toBeVisible()
  const rubrics = (await (await page.request.get('/api/rubrics')).json()) as { id: string; name: string }[]
  const made = rubrics.find(one => one.name === 'Permits by hand')!
  const { body } = (await (await page.request.get(`/api/rubrics/${made.id}`)).json()) as { body: Record<string, unknown> }
  expect(body).toMatchObject({
    scan: { sides: 'both' },
    clean: { remove: ['holes'] },
    split: { rules: [{ rule: 'barcode' }] },
    send: [{ ask: true, when: [{ field: 'hull-number', is: ['10000008', '20000006'] }] }, {}],
    types: [{ label: 'Permit', fields: [{ label: 'Hull number', required: true, from: [{ text: { near: 'Hull number' } }] }] }],
  })

  // As a file it goes to another copy, and comes in from one.
  await page.goto(`/rubrics/${made.id}`)
  await page.getByRole('tab', { name: 'The whole text' }).click()
  const saving = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save it as a file' }).click()
  const saved = await saving
  expect(saved.suggestedFilename()).toBe('Permits by hand.rubric.json')
  expect(JSON.parse(await readFile(await saved.path(), 'utf8'))).toEqual(body)
  await page.goto('/rubrics/new')
  await page.getByLabel('or a file').setInputFiles(await saved.path())
  await expect(page.getByLabel('What people call this rubric')).toHaveValue('Permits by hand')
  await page.getByLabel('What people call this rubric').fill('Permits from a file')
  await page.getByRole('button', { name: 'Save the rubric' }).click()
  await expect(page.getByRole('heading', { name: 'Permits from a file' })).toBeVisible()
})

test('a steward has batches sampled again, by keyboard, once something was done about those that were refused', async ({ page }) => {
  await signIn(page, 'Piers')
  const batch = await sampleBatch()
  await underRubric(batch, 'Sampled by hand', { check: { mode: 'plan', aql: 4 } })
  await refusedBefore(batch, 7)
  await page.goto('/rubrics')
  await page.getByRole('link', { name: `Sampled by hand ${batch}`, exact: true }).click()
  await page.getByRole('tab', { name: 'Checking' }).press('Enter')
  await expect(page.getByText('none passes by its sample any more')).toBeVisible()
  await expectAccessible(page)
  await page.getByLabel('What was done about it?').focus()
  await page.keyboard.type('A new form since Monday')
  await page.keyboard.press('Enter')
  await expect(page.getByText('The next batch is inspected more strictly')).toBeFocused()
  await expectAccessible(page)
})
