import { expect, test, type Page } from '@playwright/test'
import { fleet } from '../../standins/paper/world'
import { toIndex } from '../product/batchCopy'
import { signIn } from './desk'
import { documentsOf, sampleBatch, show } from './permits'

// A trace takes pictures of the screen, which would be measured too.
test.use({ trace: 'off' })

const all = { permit: '04217', year: '26', hull: fleet[0]!.hull, vessel: 'Sandpiper', zone: 'Inner', issued: '2026-03-31' }

/** Presses a key; milliseconds to the frame in which this is on the page and its picture is there. The page itself waits for it. */
async function untilShown(page: Page, key: string, words: string): Promise<number> {
  // Listens before the key is sent, which takes another way.
  const took = await page.evaluateHandle(wanted => {
    const shown = new Promise<number>(resolve => {
      const begun = () => {
        const start = performance.now()
        requestAnimationFrame(function look() {
          const picture = document.querySelector<HTMLImageElement>('img[alt^="Page 1"]')
          const there = document.querySelector('header')!.textContent.includes(wanted) && picture?.complete
          if (there) resolve(Math.round(performance.now() - start))
          else requestAnimationFrame(look)
        })
      }
      document.addEventListener('keydown', begun, { once: true, capture: true })
    })
    return { shown }
  }, words)
  await page.keyboard.press(key)
  return took.evaluate(({ shown }) => shown)
}

test('a document whose values were all found needs one key; one that lacks one its characters and one', async ({ page }) => {
  await signIn(page, 'Tamsin')
  const batch = await sampleBatch()
  await toIndex(batch, all, [], 2000)
  const documents = await documentsOf(page, batch)
  await page.goto(`/documents/${documents[0]}`)
  await expect(page.locator('#field-permit')).toBeFocused()
  await expect(page.locator('[data-strip] a').first()).toBeVisible()
  await expect(page.getByRole('radio', { name: `All ${documents.length}` })).toBeVisible()

  const times: number[] = []
  for (let at = 2; at <= 9; at++) {
    await page.waitForTimeout(400)
    times.push(await untilShown(page, 'Enter', `document ${at} of ${documents.length}`))
  }
  times.sort((one, other) => one - other)
  console.log(`      ${documents.length} documents: one key each; card and picture after ${times.join(', ')} ms`)
  test.info().annotations.push({ type: 'measured', description: `one key a document; ${times.join(', ')} ms` })
  // The last one may be on its way still.
  await expect.poll(async () => (await show(page, batch)).documents.filter(one => one.state !== 'open').length).toBe(8)
})
