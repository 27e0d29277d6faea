import { expect, test, type Page } from '@playwright/test'
import { signIn } from './desk'
import { at, copy, positions, sampleBatch, show, truth } from './permits'

// A trace takes pictures of the screen, which would be measured too.
test.use({ trace: 'off' })

/** How long each frame took, in milliseconds, while the window was scrolled by so many pixels in each. */
const framesWhileScrolling = (page: Page, pixels: number) =>
  page.evaluate(
    by =>
      new Promise<number[]>(resolve => {
        const times: number[] = []
        let last = performance.now()
        requestAnimationFrame(function frame(now) {
          times.push(now - last)
          last = now
          window.scrollBy(0, by)
          if (times.length < 180) requestAnimationFrame(frame)
          else resolve(times.slice(1))
        })
      }),
    pixels,
  )

test('a ribbon of more than 5,000 pages', async ({ page }) => {
  await signIn(page, 'Tamsin')
  const id = await sampleBatch()
  await page.request.post(`/api/batches/${id}/lock`, { data: {} })
  const wanted = 5040
  for (let count = truth.sides.length; count < wanted; count *= 2) await copy(page, id, pages => pages.slice(0, wanted - count))
  const begun = Date.now()
  await page.goto(`/batches/${id}`)
  await expect(at(page, 1)).toBeVisible()
  const opened = Date.now() - begun
  const report = [`opened in ${opened} ms`]
  // A wheel's usual speed, a wheel that is spun, and the scroll bar dragged: pixels a frame.
  for (const pixels of [40, 100, 400]) {
    const frames = (await framesWhileScrolling(page, pixels)).sort((one, two) => one - two)
    const nth = (share: number) => frames[Math.floor(frames.length * share)]!.toFixed(0)
    report.push(
      `${pixels} pixels a frame: the middle one took ${nth(0.5)} ms, nine in ten under ${nth(0.9)} ms, the longest ` +
        `${frames.at(-1)!.toFixed(0)} ms`,
    )
  }
  // In flight the pictures wait; at rest every page in sight has its own.
  const missing = () => page.locator('[data-position]').evaluateAll(all => all.filter(one => !one.querySelector('img')).length)
  await expect.poll(missing).toBe(0)
  // Only what is in sight is drawn.
  expect(await page.locator('[data-position]').count()).toBeLessThan(400)
  await at(page, (await positions(page))[0]!).focus()
  await page.keyboard.press('End')
  await expect(page.locator('[data-position]:focus')).toBeVisible()
  const changed = Date.now()
  await page.keyboard.press('Delete')
  await expect(page.locator('[data-position]:focus')).toHaveAttribute('data-fate', 'set-aside')
  report.push(`a page set aside in ${Date.now() - changed} ms`)
  // Forty pages and more at a glance.
  for (let press = 0; press < 6; press++) await page.keyboard.press('-')
  await expect.poll(async () => (await positions(page)).length).toBeGreaterThanOrEqual(40)
  const words = report.join('; ')
  test.info().annotations.push({ type: 'measured', description: words })
  console.log(`      ${(await show(page, id)).pages.length} pages: ${words}`)
})
