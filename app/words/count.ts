/** A number with its noun: 1 page, 2 pages. */
export function counted(number: number, one: string, many = `${one}s`): string {
  return `${number.toLocaleString('en-GB')} ${number === 1 ? one : many}`
}

interface Scanned {
  sheet: number
  dropped: boolean
}

/** How much paper is in; what was dropped is not. */
export function paperOf(pages: readonly Scanned[]): { sides: number; sheets: number } {
  const kept = pages.filter(page => !page.dropped)
  return { sides: kept.length, sheets: new Set(kept.map(page => page.sheet)).size }
}

/** The same in words. */
export function paperIn(pages: readonly Scanned[]): string {
  const { sides, sheets } = paperOf(pages)
  return `${counted(sides, 'side')} on ${counted(sheets, 'sheet')}`
}
