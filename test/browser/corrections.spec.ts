import { expect, test } from '@playwright/test'
import { Ledger } from '../../core/model/ledger'
import { expectAccessible, signIn } from './desk'
import { sampleBatch, truth } from './permits'

test('the ribbon is corrected by keys, undone and redone, and the pages to fix of all batches follow each other', async ({ page }) => {
  await signIn(page, 'Jowan')
  const id = await sampleBatch('Jowan')
  await page.goto(`/batches/${id}`)
  await expect(page.getByRole('link', { name: 'Look at 1 page' })).toBeVisible()
  const ledger = async () => Ledger.parse(await (await page.request.get(`/api/batches/${id}/ledger`)).json())
  const asScanned = await ledger()
  // The ribbon draws what is in sight, so documents are counted by the server.
  const documents = async () => (await ledger()).documents.length
  const first = await documents()
  const at = (position: number) => page.locator(`[data-position="${position}"]`)
  const undo = page.getByRole('button', { name: 'Undo' })

  // A document starts at the second page of a file, and joins again.
  const inFirst = truth.documents.find(document => !document.undecidable && document.sides.length > 1)!.sides[1]!
  await at(inFirst).click()
  await page.keyboard.press('Enter')
  await expect.poll(documents).toBe(first + 1)
  await expect(page.getByText('Starts a document: a person said so.')).toBeVisible()
  await expectAccessible(page)
  await page.keyboard.press('Backspace')
  await expect.poll(documents).toBe(first)

  // A page is set aside and put back; a blank back joins the pages.
  await page.keyboard.press('Delete')
  await expect(at(inFirst)).toHaveAttribute('data-fate', 'set-aside')
  await page.keyboard.press('Insert')
  await expect(at(inFirst)).toHaveAttribute('data-fate', 'kept')

  // A page moves to the front of the ribbon; the order outlives a reload, and so does undo.
  await page.keyboard.press('Control+x')
  await expect(at(inFirst)).toContainText('to be moved')
  await page.keyboard.press('Home')
  await page.keyboard.press('Control+v')
  await expect(page.locator('[data-position]').first()).toHaveAttribute('data-position', String(inFirst))
  await page.reload()
  await expect(page.locator('[data-position]').first()).toHaveAttribute('data-position', String(inFirst))
  await undo.click()
  await expect(page.locator('[data-position]').first()).toHaveAttribute('data-position', '1')
  await page.getByRole('button', { name: 'Redo' }).click()
  await expect(page.locator('[data-position]').first()).toHaveAttribute('data-position', String(inFirst))

  // A page is turned: it is examined again, lying.
  await at(1).click()
  const shape = () => at(1).locator('img').boundingBox()
  const upright = (await shape())!
  expect(upright.height).toBeGreaterThan(upright.width)
  await page.keyboard.press('r')
  // While the line is drawn anew there may be no picture for a moment.
  await expect.poll(async () => ((await shape())?.width ?? 0) > 140, { timeout: 30_000 }).toBe(true)
  await expect(undo).toBeEnabled({ timeout: 30_000 })

  // Something is blacked out by keys, for a reason; the page says so once it was examined again.
  await page.getByRole('button', { name: 'Black something out…' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: 'Add a box' }).click()
  for (let times = 0; times < 5; times++) await page.keyboard.press('ArrowUp')
  await expectAccessible(page)
  await dialog.getByLabel('Why').fill('Nobody else need know')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: '1 place is black: look' })).toBeVisible({ timeout: 30_000 })
  await expect(undo).toBeEnabled({ timeout: 30_000 })

  // Back to how it was scanned, step by step.
  while (await undo.isEnabled()) {
    await undo.click()
    await expect(page.getByRole('button', { name: 'Redo' })).toBeEnabled({ timeout: 30_000 })
  }
  expect(await ledger()).toEqual(asScanned)

  // A second batch with a doubtful page: both come one after the other.
  await sampleBatch('Jowan')
  await page.goto('/')
  await page.getByRole('link', { name: /^Look at all \d+ pages to fix$/ }).click()
  const left = async () => Number(/^(\d+) page/.exec(await page.getByText(/pages? to look at/).innerText())![1])
  const before = await left()
  expect(before).toBeGreaterThanOrEqual(2)
  await expectAccessible(page)
  await expect(page.getByLabel('What does the number beside the bars say?')).toBeFocused()
  await page.keyboard.press('Enter')
  await expect.poll(left).toBe(before - 1)
  await page.keyboard.press('Alt+b')
  await expect
    .poll(async () => (before === 2 ? await page.getByText('No page needs your eye.').count() : await left()), { timeout: 20_000 })
    .toBe(before === 2 ? 1 : before - 2)
})
