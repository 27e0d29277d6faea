import { expect, test, type Browser, type Page } from '@playwright/test'
import { fleet } from '../../standins/paper/world'
import { leaseQuietly, toIndex } from '../product/batchCopy'
import { expectAccessible, signIn } from './desk'
import { documentsOf, sampleBatch, show } from './permits'

const lacking = { permit: '04217', year: '26', hull: fleet[0]!.hull, zone: 'Inner', issued: '2026-03-31' }

async function another(browser: Browser, name: string): Promise<Page> {
  const page = await (await browser.newContext()).newPage()
  await signIn(page, name)
  return page
}

test('two people share a batch and do not meet in one document; what is typed stays', async ({ page, browser }) => {
  await signIn(page, 'Tamsin')
  const batch = await sampleBatch()
  await toIndex(batch, lacking, ['vessel'])
  const [first, second] = await documentsOf(page, batch)
  await page.goto(`/documents/${first}`)
  await expect(page.locator('#field-vessel')).toBeFocused()

  // Kept as it is typed: through a reload, and where nothing of it is answered for a while.
  await page.keyboard.type('Grey Pl')
  await page.waitForResponse(answer => answer.url().endsWith('/draft') && answer.ok())
  await page.reload()
  await expect(page.locator('#field-vessel')).toHaveValue('Grey Pl')
  let lost = true
  await page.route('**/draft', route => (lost ? undefined : route.continue()))
  await page.locator('#field-vessel').focus()
  await page.keyboard.press('End')
  await page.keyboard.type('over')
  await expect(page.getByText('No connection: kept in this browser.')).toBeVisible()
  await page.reload()
  await expect(page.locator('#field-vessel')).toHaveValue('Grey Plover')
  lost = false
  await expect(page.getByText('What you type is kept.')).toBeVisible()
  await expectAccessible(page)

  // A second person sees who is where, and takes the next one.
  const hedra = await another(browser, 'Hedra')
  await hedra.goto(`/documents/${first}`)
  await expect(hedra.getByText('Tamsin is at this document now.')).toBeVisible()
  await expect(hedra.locator('#field-vessel')).toBeDisabled()
  await expect(hedra.locator('#field-vessel')).toHaveValue('Grey Plover')
  await hedra.getByRole('link', { name: 'Go to the next one that is free' }).click()
  await expect(hedra).toHaveURL(`/documents/${second}`)
  await expect(page.getByRole('link', { name: /^Document 2, Hedra is at it/ })).toBeVisible()
  await expectAccessible(hedra)

  // Enter ends the one, goes past the one at which somebody is, and the strip tells both.
  await page.locator('#field-vessel').focus()
  await page.keyboard.press('Enter')
  await expect(page.getByText('document 3 of')).toBeVisible()
  await expect(hedra.getByRole('link', { name: /^Document 1, (indexed|sent)/ })).toBeVisible()
  await page.getByRole('radio', { name: /^Done/ }).click()
  await expect(page.locator('[data-strip] a')).toHaveCount(1)
  await page.getByRole('radio', { name: /^All/ }).click()

  // The value of the document before, and what the page has that begins so.
  await page.locator('#field-permit').focus()
  await page.keyboard.press('Alt+PageUp')
  await expect(page.getByText('document 2 of')).toBeVisible()
  await page.getByRole('button', { name: 'Take it over' }).click()
  await expect(page.locator('#field-vessel')).toBeFocused()
  await page.keyboard.press('Alt+l')
  await expect(page.locator('#field-vessel')).toHaveValue('Grey Plover')
  await expect(hedra.getByText('Tamsin is at this document now.')).toBeVisible()
  await hedra.context().close()

  // One field at a time, the page large above it; Enter ends the document as it does on the card.
  await page.getByRole('button', { name: 'One field at a time' }).click()
  await expect(page.getByText('field 1 of 8')).toBeVisible()
  await expect(page.locator('#field-permit')).toBeFocused()
  await page.keyboard.press('Alt+ArrowDown')
  await expect(page.locator('#field-year')).toBeFocused()
  await expectAccessible(page)
  await page.keyboard.press('Enter')
  await expect(page.getByText('document 3 of')).toBeVisible()
  await expect(page.locator('#field-vessel')).toBeFocused()
  await page.getByRole('button', { name: 'All fields at once' }).click()
  await expect(page.locator('#field-permit')).toBeVisible()
})

test('the next card does not wait for the last one to be kept; what is refused comes back with what was typed', async ({ page }) => {
  await signIn(page, 'Tamsin')
  const batch = await sampleBatch()
  await toIndex(batch, lacking, ['vessel'])
  const [first, second] = await documentsOf(page, batch)
  const vessel = page.locator('#field-vessel')
  const band = page.locator('[data-keeping]')
  const typeAndConfirm = async (text: string) => {
    await expect(vessel).toBeFocused()
    await page.keyboard.type(text)
    await page.keyboard.press('Control+Enter')
  }
  // A window of hers that she closed was at the second one: she goes on there.
  await leaseQuietly(second!, 'Tamsin')
  await page.goto(`/documents/${first}`)
  await expect(page.locator('[data-strip] a').first()).toBeVisible()

  // Somebody else took it a moment ago: whoever did nothing yet on the next card is back at this one.
  await expect(vessel).toBeFocused()
  // At once: what is kept while one types would tell of it before.
  await page.keyboard.insertText('Grey Plover')
  await leaseQuietly(first!, 'Jowan')
  await page.keyboard.press('Control+Enter')
  await expect(page.getByText('Jowan is at this document now.').first()).toBeVisible()
  await expect(page).toHaveURL(`/documents/${first}`)
  await expect(vessel).toHaveValue('Grey Plover')
  await page.getByRole('button', { name: 'Take it over' }).click()
  await expect(vessel).toBeEnabled()

  // No answer comes: it is said, asked again, and kept once.
  let lost = true
  await page.route('**/fields', route => (lost ? route.abort() : route.continue()))
  await vessel.focus()
  await page.keyboard.press('Control+Enter')
  await expect(page.getByText('document 2 of')).toBeVisible()
  await expect(band).toContainText('Document 1 of')
  await expect(band).toContainText('is not kept yet')
  await expectAccessible(page)
  lost = false
  await expect(band).toHaveCount(0)
  await expect(page.getByRole('link', { name: /^Document 1, (indexed|sent)/ })).toBeVisible()
  expect((await page.request.get(`/api/documents/${first}`).then(answer => answer.json())) as object).toMatchObject({
    fields: { vessel: { value: 'Grey Plover' } },
  })

  // Whoever types on the next card already stays there, and is told.
  await leaseQuietly(second!, 'Jowan')
  await page.route('**/fields', async route => {
    await new Promise(resolve => setTimeout(resolve, 700))
    await route.continue()
  })
  await typeAndConfirm('Marram')
  await expect(page.getByText('document 3 of')).toBeVisible()
  await typeAndConfirm('Sand')
  await expect(band).toContainText('Document 2 of')
  await expect(band).toContainText('was not kept: Jowan is at this document now.')
  await band.getByRole('link', { name: 'Go back to it' }).click()
  await expect(vessel).toHaveValue('Marram')
  await expect(band).toHaveCount(0)
})

test('nobody is sent back to a document that is kept, however late the list of documents is', async ({ page }) => {
  await signIn(page, 'Tamsin')
  const batch = await sampleBatch()
  await toIndex(batch, lacking, ['vessel'])
  const documents = await documentsOf(page, batch)
  await page.goto(`/documents/${documents[0]}`)
  await expect(page.locator('[data-strip] a').first()).toBeVisible()
  const held: (() => void)[] = []
  await page.route('**/siblings*', async route => {
    await new Promise<void>(resolve => held.push(resolve))
    await route.continue()
  })
  for (const [at] of documents.entries()) {
    await expect(page.getByText(`document ${at + 1} of ${documents.length}`)).toBeVisible()
    await expect(page.locator('#field-vessel')).toBeFocused()
    await page.keyboard.insertText('Grey Plover')
    const kept = page.waitForResponse(answer => answer.url().endsWith('/fields') && answer.ok())
    await page.keyboard.press('Control+Enter')
    await kept
  }
  await expect(page).toHaveURL(`/batches/${batch}`)
  expect(held.length).toBeGreaterThan(0)
  held.forEach(go => go())
  expect((await show(page, batch)).documents.map(one => one.state)).not.toContain('open')
})
