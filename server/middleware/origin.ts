import { createError, getRequestHeader, getRequestURL } from 'h3'

/**
 * Changes come from this product's own pages only: a browser says from where it was sent (Fetch Metadata; Origin, RFC 6454),
 * and a program sends neither. What shows a key of its own instead of a cookie may come from anywhere.
 */
export default defineEventHandler(event => {
  if (['GET', 'HEAD', 'OPTIONS'].includes(event.method) || getRequestHeader(event, 'authorization')) return
  const site = getRequestHeader(event, 'sec-fetch-site')
  const origin = getRequestHeader(event, 'origin')
  const hostOf = (url: string) => (URL.canParse(url) ? new URL(url).host : url)
  const foreign =
    (site !== undefined && site !== 'same-origin' && site !== 'none') ||
    (origin !== undefined && hostOf(origin) !== getRequestURL(event).host)
  if (foreign) throw createError({ statusCode: 403, message: 'This came from a page of another place. Do it in Rubricator itself.' })
})
