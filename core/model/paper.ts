const mm = 1 / 25.4

/** Sizes of paper in inches, upright: ISO 216 and ANSI/ASME Y14.1. */
export const paperInches = {
  A3: { width: 297 * mm, height: 420 * mm },
  A4: { width: 210 * mm, height: 297 * mm },
  A5: { width: 148 * mm, height: 210 * mm },
  letter: { width: 8.5, height: 11 },
  legal: { width: 8.5, height: 14 },
  ledger: { width: 11, height: 17 },
} as const
export type Paper = keyof typeof paperInches

/** Where nothing says what paper it is: A4, as the rubric's zones are meant. */
export const sizeOfPaper = (paper: Paper | 'auto') => paperInches[paper === 'auto' ? 'A4' : paper]
