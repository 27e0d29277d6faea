import type { PageOfDocument } from '~~/shared/views/documents'

const least = { contrast: 0.35, dpi: 200, skew: 0.05 }

/** What was measured of a page, in words; `doubt` where one looks twice. */
export function measuresOf({ dpi, skewDeg, contrast, cut }: PageOfDocument): { words: string; doubt: boolean }[] {
  const sides = cut ?? []
  const edges = sides.length > 1 ? `${sides.slice(0, -1).join(', ')} and ${sides.at(-1)!} edges` : `${sides[0] ?? ''} edge`
  return [
    { words: `${Math.round(dpi)} dpi`, doubt: dpi < least.dpi },
    ...(Math.abs(skewDeg) > least.skew ? [{ words: `straightened by ${Math.abs(skewDeg).toFixed(1)}°`, doubt: false }] : []),
    ...(contrast === null ? [] : [{ words: `print ${Math.round(contrast * 100)} % darker than paper`, doubt: contrast < least.contrast }]),
    ...(sides.length ? [{ words: `print runs over the ${edges}`, doubt: true }] : []),
  ]
}
