/** Pictures by which people know a rubric where work is chosen. */
export const rubricIcons = [
  'form',
  'slip',
  'letter',
  'statement',
  'book',
  'card',
  'plan',
  'post',
  'cloud',
  'page',
  'anchor',
  'people',
] as const
export type RubricIcon = (typeof rubricIcons)[number]
