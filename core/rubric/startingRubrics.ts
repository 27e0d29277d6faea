/** A rubric to start from, as it would be written; where it sends is filled in by whoever starts. */
export interface StartingRubric {
  id: string
  /** The kind of paper, for someone who looks for theirs. */
  title: string
  body: Record<string, unknown>
}

const paper = (id: string, label: string) => [{ id, label, fields: [{ id: 'subject', label: 'Subject', kind: 'text', required: true }] }]
const rest = {
  entry: 'desk',
  read: { ocr: true, languages: ['eng'] },
  files: [{ format: 'pdf-a', name: '{type}/{subject}-{seq:3}' }],
}
const stack = { source: 'feeder', sides: 'both', colour: 'mono', dpi: 200 }
const tidy = { deskew: true, rotate: 'upright', blank: { action: 'set-aside' } }

/** Five kinds of paper that most offices have, and how each is begun. */
export const startingRubrics: readonly StartingRubric[] = [
  {
    id: 'coded-forms',
    title: 'Forms with a barcode on their first page',
    body: {
      version: 1,
      name: 'Forms with a barcode',
      about: 'A stack of forms; each begins with the page that carries its barcode.',
      icon: 'form',
      scan: stack,
      clean: tidy,
      split: {
        rules: [{ rule: 'barcode', zone: { x: 4, y: 0, width: 4.2, height: 2.5, unit: 'in' }, value: '^(?<number>\\S+)$', type: 'form' }],
      },
      types: [
        {
          id: 'form',
          label: 'Form',
          fields: [{ id: 'number', label: 'Number', kind: 'text', required: true, from: [{ barcode: 'number' }] }],
        },
      ],
      ...rest,
      files: [{ format: 'pdf-a', name: '{type}/{number}' }],
    },
  },
  {
    id: 'letters',
    title: 'Letters with a blank sheet between them',
    body: {
      version: 1,
      name: 'Letters',
      about: 'Mixed letters in one stack, a blank sheet after each.',
      icon: 'letter',
      scan: { ...stack, colour: 'auto' },
      clean: tidy,
      split: { rules: [{ rule: 'blank-sheet' }], before: 'document' },
      types: paper('letter', 'Letter'),
      ...rest,
    },
  },
  {
    id: 'statements',
    title: 'Many of the same length, one after the other',
    body: {
      version: 1,
      name: 'Three sheets each',
      about: 'A stack in which every document has three sheets.',
      icon: 'statement',
      scan: stack,
      clean: tidy,
      split: { rules: [{ rule: 'count', sheets: 3 }] },
      types: paper('statement', 'Statement'),
      ...rest,
    },
  },
  {
    id: 'book',
    title: 'An opened book on the glass',
    body: {
      version: 1,
      name: 'Pages of a book',
      about: 'A book laid open on the glass; each opening becomes two pages of one document.',
      icon: 'book',
      scan: { source: 'glass', sides: 'one', colour: 'grey', dpi: 300 },
      clean: { deskew: true, spread: 'left-to-right' },
      split: { rules: [] },
      types: paper('book', 'Book'),
      ...rest,
    },
  },
  {
    id: 'one-document',
    title: 'One document, whatever it is',
    body: {
      version: 1,
      name: 'One document',
      about: 'Everything that is scanned together is one document.',
      icon: 'page',
      scan: { ...stack, colour: 'auto' },
      clean: tidy,
      split: { rules: [] },
      types: paper('paper', 'Paper'),
      ...rest,
    },
  },
]
