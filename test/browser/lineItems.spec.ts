import { expect, test } from '@playwright/test'
import { drawnSide } from '../../standins/paper/drawn'
import { asPdf } from '../../standins/paper/encode'
import { documentsOf } from '../../standins/paper/part'
import { makeStack } from '../../standins/paper/stacks'
import { running } from '../product/running'
import { expectAccessible, signIn } from './desk'

test('ticks and line items are looked over on the card; a total that does not agree keeps the document back', async ({ page }) => {
  test.setTimeout(240_000)
  const stack = documentsOf(makeStack('berth-applications', 1), '3')
  const truth = stack.truth.documents[0]!.fields
  const rows = JSON.parse(truth.items!) as { what: string; amount: string }[]
  const sides = stack.truth.sides.map(side => drawnSide(stack, side.sheet - 1, 'front', { dpi: 200, colour: 'grey' }))
  const { api } = running()
  const headers = { authorization: `Bearer ${api.tokens.Tamsin}` }
  const begun = await page.request.post(`${api.base}/batches`, { headers, data: { rubric: 'Berth applications', name: 'Line items' } })
  const { id } = (await begun.json()) as { id: number }
  await page.request.post(`${api.base}/batches/${id}/files?name=application.pdf&key=1`, {
    headers: { ...headers, 'content-type': 'application/octet-stream' },
    data: await asPdf(await Promise.all(sides), 200),
  })
  expect((await page.request.post(`${api.base}/batches/${id}/complete`, { headers })).status()).toBe(202)
  const show = async () =>
    (await (await page.request.get(`${api.base}/batches/${id}`, { headers })).json()) as { state: string; documents: number[] }
  await expect.poll(async () => (await show()).state, { timeout: 120_000 }).toBe('to index')

  await signIn(page, 'Tamsin')
  await page.goto(`/documents/${(await show()).documents[0]}`)
  await expect(page.getByLabel('Harbour zone')).toHaveValue(truth.zone!)
  for (const service of ['Water', 'Power', 'Crane', 'Waste'])
    await expect(page.getByLabel(service)).toBeChecked({ checked: truth.services!.split('\n').includes(service) })
  for (const [at, row] of rows.entries()) await expect(page.getByLabel(`Amount, row ${at + 1}`, { exact: true })).toHaveValue(row.amount)
  await expect(page.getByLabel('Total to pay')).toHaveValue(truth.pay!)
  await expectAccessible(page)

  // The row's own line is shown on the page, for each its own.
  const amount = page.getByLabel('Amount, row 1', { exact: true })
  const shown = () =>
    page.locator('[data-mark]').evaluate(({ style }: HTMLElement) => ({ top: parseFloat(style.top), high: parseFloat(style.height) }))
  await amount.focus()
  await expect.poll(async () => (await shown()).high).toBeLessThan(60)
  const { top } = await shown()
  await page.getByLabel('Amount, row 2', { exact: true }).focus()
  await expect.poll(async () => (await shown()).top).toBeGreaterThan(top + 20)
  // A cell that is typed wrongly is told at the total.
  await amount.fill('1.00')
  await amount.press('Tab')
  await page.keyboard.press('Control+Enter')
  await expect(page.getByText(/and the rows add up to/)).toBeVisible()
  await expect(page.getByLabel('Total to pay')).toBeFocused()
  await amount.fill(rows[0]!.amount)
  await amount.press('Tab')

  // Two rows that become one, by a button, are two again by a key; a row that was added too much is taken out.
  const what = (row: number) => page.getByLabel(`What, row ${row}`, { exact: true })
  const [first, second] = [await what(1).inputValue(), await what(2).inputValue()]
  await what(1).focus()
  await page.getByRole('button', { name: 'Join it with row 2' }).click()
  await expect(what(1)).toHaveValue(`${first} ${second}`)
  await expect(what(1)).toBeFocused()
  await what(1).evaluate((input: HTMLInputElement, at) => input.setSelectionRange(at, at), first.length)
  await page.keyboard.press('Alt+s')
  await expect(what(2)).toBeFocused()
  await expect(what(2)).toHaveValue(second)
  await expect(page.getByLabel('Amount, row 2', { exact: true })).toHaveValue(rows[1]!.amount)
  // What was just typed counts, too.
  await what(2).fill(`${second} again`)
  await page.keyboard.press('Alt+Enter')
  await expect(what(3)).toBeFocused()
  await expect(what(2)).toHaveValue(`${second} again`)
  await expect(what(3)).toHaveValue('')
  await page.keyboard.press('Alt+Delete')
  await expect(what(rows.length + 1)).toHaveCount(0)
  await page.getByLabel('Total to pay').focus()
  await page.keyboard.press('Control+Enter')
  await expect.poll(async () => (await show()).state, { timeout: 60_000 }).toBe('done')
})
