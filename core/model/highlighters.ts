/** Colours of highlighters. */
export const highlighterColours = ['yellow', 'green', 'pink', 'orange', 'blue'] as const
export type HighlighterColour = (typeof highlighterColours)[number]
