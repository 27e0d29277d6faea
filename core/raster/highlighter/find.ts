import type { HighlighterColour } from '../../model/highlighters'
import type { Area, Rgb } from '../image'
import { bridge, gridOf } from './grid'
import { findMarks } from './marks'
import { bandsOf, withLetters } from './words'

/** Inches. */
const cellSize = 0.02

/**
 * Finds what someone marked with a highlighter, as rectangles in pixels that hold every letter that is marked; coloured print,
 * shaded tables, photographs, stamps, pens and coloured paper are none.
 * @param page upright and straight
 * @param dpi pixels an inch
 */
export function findHighlights(page: Rgb, dpi: number, colours: readonly HighlighterColour[]): Area[] {
  const grid = gridOf(page, Math.max(2, Math.round(cellSize * dpi)), colours)
  bridge(grid, dpi)
  const marks = findMarks(grid, dpi)
  if (marks.length === 0) return []
  const bands = marks.flatMap(mark => bandsOf(mark, grid, dpi))
  return withLetters(page, bands, dpi)
}
