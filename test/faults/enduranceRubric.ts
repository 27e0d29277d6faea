/** One without reading and with everything else: split, entry, a share that is checked, two destinations. */
export const enduranceRubric = {
  version: 1,
  name: 'Endurance',
  scan: { sides: 'one', colour: 'grey', dpi: 75 },
  split: { rules: [{ rule: 'count', pages: 3, type: 'letter' }], before: 'document' },
  types: [
    {
      id: 'letter',
      label: 'Letter',
      fields: [
        { id: 'number', label: 'Number', required: true, pattern: '^\\d{4}$' },
        { id: 'note', label: 'Note' },
      ],
    },
  ],
  entry: 'desk',
  check: { mode: 'share', percent: 20, own: true },
  read: { ocr: false },
  files: [{ format: 'pdf-a', name: '{batch}-{seq:3}' }],
  send: [{ to: 'records-office' }, { to: 'cloud-folder' }],
}
