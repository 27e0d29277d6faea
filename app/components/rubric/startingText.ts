/** A rubric to begin with: one document of the whole batch, filed by its number. */
export function startingText(destination: string | null): string {
  return `${JSON.stringify(
    {
      version: 1,
      name: 'My first rubric',
      scan: { source: 'feeder', sides: 'one', colour: 'mono', dpi: 200 },
      clean: { deskew: true },
      split: { rules: [] },
      types: [{ id: 'paper', label: 'Paper', fields: [{ id: 'subject', label: 'Subject', kind: 'text', required: true }] }],
      entry: 'desk',
      read: { ocr: true, languages: ['eng'] },
      files: [{ format: 'pdf-a', name: '{subject}-{seq:3}' }],
      send: destination ? [{ to: destination }] : [],
    },
    null,
    2,
  )}\n`
}
