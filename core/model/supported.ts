import type { Issue } from './issues'
import { quoted } from './issues'
import type { Rubric } from './rubric'

/** Rubric keys that are part of the format but whose work is not built yet: refused by name, never ignored. */
export function unsupportedKeys(rubric: Rubric): Issue[] {
  const issues: Issue[] = []
  const refuse = (path: string, found: unknown, only: string) =>
    issues.push({ path, found: quoted(found), expected: `${only}; this version cannot do more yet` })

  const { scan, clean } = rubric
  if (scan.mixedSizes) refuse('scan.mixedSizes', scan.mixedSizes, 'false')
  if (scan.lighten !== 0) refuse('scan.lighten', scan.lighten, '0')
  if (clean.dropout.length) refuse('clean.dropout', clean.dropout, 'an empty list')
  if (clean.keepInk.length) refuse('clean.keepInk', clean.keepInk, 'an empty list')
  if (clean.spread !== 'none') refuse('clean.spread', clean.spread, '"none"')
  const { top, right, bottom, left } = clean.eraseEdges
  if (top || right || bottom || left) refuse('clean.eraseEdges', clean.eraseEdges, 'no edges')
  if (rubric.entry === 'panel') refuse('entry', rubric.entry, '"desk" or "none"')
  rubric.files.forEach((file, at) => {
    if (file.format === 'alto' || file.format === 'hocr') refuse(`files[${at}].format`, file.format, '"pdf", "pdf-a", "tiff", "jpeg", "png", "txt" or "json"')
  })
  return issues
}
