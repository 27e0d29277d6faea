import { setTimeout } from 'node:timers/promises'
import { expect, test } from '@playwright/test'
import { running } from '../product/running'
import { expectAccessible, signIn } from './desk'
import { at, copy, positions, sampleBatch, show, truth } from './permits'

const doubtful = truth.documents.find(document => document.undecidable)!.sides[0]!

test('the ribbon by mouse: choosing, dragging, filters, finding, zoom, both sides, the contact sheet', async ({ page }) => {
  await signIn(page, 'Tamsin')
  const id = await sampleBatch()
  await page.goto(`/batches/${id}`)
  const [first, second] = truth.documents.filter(document => document.sides.length > 1)
  const [a, b] = first!.sides as [number, number]

  // The margin note shows what was read, and where.
  await at(page, a).click()
  await expect(page.getByText('its own check sum agrees, and it fits the pattern')).toBeVisible()
  await expect(page.getByAltText(`What was read on page ${a}`)).toBeVisible()

  // Two pages are chosen and dragged in front of another document's second page.
  const target = second!.sides[1]!
  await at(page, b).click()
  await at(page, first!.sides.at(-1)!).click({ modifiers: ['Shift'] })
  await at(page, b).dragTo(at(page, target), { targetPosition: { x: 10, y: 20 } })
  await expect
    .poll(async () => {
      const order = await positions(page)
      return order.indexOf(target) - order.indexOf(b)
    })
    .toBeGreaterThan(0)
  await expect.poll(async () => (await show(page, id)).pages.find(one => one.position === b)!.document).toBe(second!.document)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(async () => (await show(page, id)).pages.find(one => one.position === b)!.document).toBe(first!.document)

  // Only the doubtful pages; then those of one value.
  await page.getByRole('radio', { name: /^Doubtful/ }).check({ force: true })
  await expect(at(page, doubtful)).toBeVisible()
  await expect(at(page, a)).toBeHidden()
  await expectAccessible(page)
  await page.getByRole('radio', { name: /^All pages/ }).check({ force: true })
  await page.getByLabel('Find pages by value, note or word').fill(truth.sides[a - 1]!.barcode!.value)
  await expect(page.getByText(`${first!.sides.length} of ${truth.sides.length} sides`)).toBeVisible()
  await page.getByLabel('Find pages by value, note or word').press('Escape')

  // Larger and smaller, blanks folded away or both sides.
  const height = async () => (await at(page, a).boundingBox())!.height
  const usual = await height()
  for (let press = 0; press < 4; press++) await page.getByRole('button', { name: 'Larger pages' }).click()
  await expect.poll(height).toBeGreaterThan(3 * usual)
  await at(page, a).click()
  for (let press = 0; press < 6; press++) await page.keyboard.press('-')
  await expect.poll(height).toBeLessThan(usual)
  expect(await positions(page)).toHaveLength(truth.sides.length)
  const blank = truth.sides.findIndex(side => side.fate === 'blank') + 1
  const width = async () => (await at(page, blank).boundingBox())!.width
  const narrow = await width()
  await page.keyboard.press('f')
  await expect.poll(width).toBeGreaterThan(narrow)
  await page.keyboard.press('f')
  for (let press = 0; press < 2; press++) await page.keyboard.press('+')

  await page.getByRole('link', { name: 'Contact sheet to print' }).click()
  await expect(page.getByRole('img')).toHaveCount(truth.sides.length)
  await expectAccessible(page)
})

test('pages are chosen, cut and put into another batch by keys alone; the second person looks on', async ({ page, browser }) => {
  await signIn(page, 'Tamsin')
  const [from, into] = [await sampleBatch(), await sampleBatch()]
  await page.goto(`/batches/${from}`)
  const moved = truth.documents[0]!.sides.at(-1)!
  await expect(page.getByRole('toolbar')).toBeVisible()
  await at(page, 1).focus()
  for (let press = 1; press < moved; press++) await page.keyboard.press('ArrowRight')
  await expect(at(page, moved)).toBeFocused()
  await page.keyboard.press('Control+x')
  await expect(at(page, moved)).toContainText('to be moved')
  await page.goto(`/batches/${into}`)
  await expect(page.getByRole('button', { name: /^Put in 1 page/ })).toBeEnabled()
  await at(page, 1).focus()
  await page.keyboard.press('Control+v')
  await expect(at(page, truth.sides.length + 1)).toBeVisible()
  const [source, target] = [await show(page, from), await show(page, into)]
  expect(source.pages.find(one => one.position === moved)).toMatchObject({ fate: 'moved', byHand: true })
  expect([source.totals.scanned, target.totals.scanned]).toEqual([truth.sides.length, truth.sides.length + 1])

  // Shift and arrows choose; one key sets all of it aside, one brings it back.
  await at(page, 1).focus()
  for (let press = 0; press < 3; press++) await page.keyboard.press('Shift+ArrowRight')
  await page.keyboard.press('Delete')
  await expect.poll(async () => (await show(page, into)).pages.filter(one => one.byHand).length).toBe(4)
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await show(page, into)).pages.filter(one => one.byHand).length).toBe(0)

  // Keys that are typed while a change is kept come in their turn.
  await page.keyboard.press('Home')
  for (const key of ['Delete', 'ArrowRight', 'Delete', 'ArrowRight', 'Delete', 'Control+z']) await page.keyboard.press(key)
  // The undo, which comes last, is done.
  await expect(page.getByRole('button', { name: 'Redo' })).toBeEnabled()
  await expect
    .poll(async () => (await show(page, into)).pages.filter(one => one.byHand).map(one => one.position))
    .toEqual([truth.sides.length + 1, 1])

  // A change that does not arrive is said, and what was typed after it is not done.
  await page.route(
    '**/corrections',
    async route => {
      await setTimeout(2000)
      await route.abort()
    },
    { times: 1 },
  )
  await page.keyboard.press('End')
  for (const key of ['Delete', 'ArrowLeft', 'Delete']) await page.keyboard.press(key)
  await expect(page.getByText('The server does not answer as it should.')).toBeVisible()
  expect((await show(page, into)).pages.filter(one => one.byHand)).toHaveLength(2)
  await page.keyboard.press('Delete')
  await expect.poll(async () => (await show(page, into)).pages.filter(one => one.byHand).length).toBe(3)
  await expect(page.getByText('The server does not answer as it should.')).toBeHidden()

  const other = await (await browser.newContext({ baseURL: running().app })).newPage()
  await signIn(other, 'Hedra')
  await other.goto(`/batches/${into}`)
  await expect(other.getByText('Tamsin works on this batch now.')).toBeVisible()
  await expect(other.getByRole('toolbar')).toBeHidden()
  await expectAccessible(other)
  await other.getByRole('button', { name: 'Take it over' }).click()
  await expect(other.getByRole('toolbar')).toBeVisible()
  await expect(page.getByText('Hedra works on this batch now.')).toBeVisible()
  await other.context().close()
})

test('ten doubtful pages with keys alone', async ({ page }) => {
  await signIn(page, 'Tamsin')
  const id = await sampleBatch()
  await page.request.post(`/api/batches/${id}/lock`, { data: {} })
  for (let times = 0; times < 4; times++) await copy(page, id, pages => pages.filter(one => one.asks))
  await page.goto(`/fix?batch=${id}`)
  const left = page.getByText(/pages? to look at in this batch/)
  await expect(left).toHaveText(/^16 /)
  await expectAccessible(page)
  const begun = Date.now()
  for (let answered = 1; answered <= 10; answered++) {
    await expect(page.getByLabel('What does the number beside the bars say?')).toBeFocused()
    await page.keyboard.press('Alt+1')
    await expect(left).toHaveText(new RegExp(`^${16 - answered} `))
  }
  const seconds = (Date.now() - begun) / 1000
  test.info().annotations.push({ type: 'measured', description: `ten doubtful pages: ${seconds.toFixed(1)} s` })
  console.log(`      ten doubtful pages, one key each: ${seconds.toFixed(1)} s of waiting for the product`)
})

test('a steward draws a zone on a real page, types a pattern, tries the draft and sees what would change', async ({ page }) => {
  await signIn(page, 'Piers')
  const id = await sampleBatch()
  await page.goto('/rubrics')
  await page.getByRole('link', { name: 'Mooring permits', exact: true }).click()
  // Any batch is found by its name, not only the newest.
  const { name } = await show(page, id)
  await page.getByRole('combobox', { name: 'Sample batch' }).fill(name)
  await page.getByRole('option').filter({ hasText: name }).first().click()
  await expect(page.getByRole('combobox', { name: 'Sample batch' })).toHaveValue(new RegExp(`^${name}`))
  const zone = page.getByRole('group', { name: /^Zone:/ })
  await expect(zone).toBeVisible()
  await expect(page.getByText(/^\d+ of \d+ codes match/)).toBeVisible()
  await expectAccessible(page)

  // A code that was found gives its place, with room to spare; keys move and size it.
  await page.getByRole('button', { name: /^Take the place of Code 128/ }).click()
  const box = truth.sides[0]!.barcode!
  await expect
    .poll(async () => {
      const [x, y, width] = [...(await zone.getAttribute('aria-label'))!.matchAll(/[\d.]+/g)].map(Number) as [number, number, number]
      return x < box.x && y < box.y && x + width > box.x + box.width
    })
    .toBe(true)
  const before = await zone.getAttribute('aria-label')
  await zone.focus()
  await page.keyboard.press('ArrowLeft')
  await page.keyboard.press('Shift+ArrowDown')
  expect(await zone.getAttribute('aria-label')).not.toBe(before)

  // Drawn by mouse somewhere else, in millimetres.
  await page.getByLabel('Ruler').selectOption('mm')
  const picture = (await page.getByAltText('Page 1', { exact: true }).boundingBox())!
  await page.mouse.move(picture.x + 20, picture.y + 300)
  await page.mouse.down()
  await page.mouse.move(picture.x + 160, picture.y + 380, { steps: 4 })
  await page.mouse.up()
  await expect(page.getByText(/^The zone: .*\(mm\)/)).toBeVisible()

  // The pattern is judged as one types.
  await page.getByLabel('Rule 1: pattern').fill('^MP26-(?<permit>[0-9')
  await expect(page.getByText('This is no regular expression yet.')).toBeVisible()
  await page.getByLabel('Rule 1: pattern').fill('^MP26-(?<permit>\\d{5})$')
  await expect(page.getByText('In words: ‘MP26-’, five digits')).toBeVisible()

  // Nothing is found there: the try says so, with both notes.
  await page.getByRole('tab', { name: 'Try it' }).click()
  await page.getByRole('button', { name: 'Try it', exact: true }).click()
  await expect(page.getByText(/^\d+ pages would be somewhere else/)).toBeVisible({ timeout: 90_000 })
  await expect(page.getByText(/^Today starts document 1/).first()).toBeVisible()
  await expect(page.getByRole('heading', { name: /^\d+ documents would be filled or named otherwise$/ })).toBeVisible()
  await expect(page.getByText('no longer in the draft').first()).toBeVisible()
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Throw the draft away' }).click()
  await expect(page.getByRole('button', { name: /^Publish as/ })).toBeDisabled()
})

test('separator sheets from a list', async ({ page }) => {
  await signIn(page, 'Jowan')
  await page.getByRole('link', { name: 'Start a scan' }).click()
  await page.getByRole('link', { name: 'Print separator sheets' }).click()
  await page.getByLabel('For').selectOption({ label: 'Office letters: Letter (separator sheet)' })
  await page.getByLabel('a set from a list').check()
  await page
    .getByLabel('Read a CSV file')
    .setInputFiles({ name: 'files.csv', mimeType: 'text/csv', buffer: Buffer.from('file;note\nHM204;first\nQA7;second\n') })
  await expect(page.getByText('1 do not fit')).toBeVisible()
  await expect(page.getByRole('button', { name: /^Make 2 sheets/ })).toBeDisabled()
  await expectAccessible(page)
  await page.getByLabel(/^A line for each sheet/).fill('HM204\nQA007')
  await page.getByRole('button', { name: 'Make 2 sheets as PDF' }).click()
  await expect(page.getByText('The PDF is made.')).toBeVisible()
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'Save the PDF' }).click()])
  expect(download.suggestedFilename()).toBe('separator-sheets.pdf')
})
