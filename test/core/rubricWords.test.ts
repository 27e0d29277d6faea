import { describe, expect, it } from 'vitest'
import { rubricWords } from '../../core/rubric/rubricWords'
import { withChoices } from '../../core/rubric/withChoices'
import { rubricFor } from './pages'

const names = new Map([['archive', 'the harbour archive']])
const rubric = rubricFor({}, { files: [{ format: 'pdf-a', name: '{batch}' }], send: [{ to: 'archive' }, { to: 'elsewhere' }] })

describe('what a rubric will do', () => {
  it('is said in plain sentences, with the names of where it goes', () => {
    expect(rubricWords(rubric, names)).toEqual([
      'Scans both sides in colour where there is some at 200 dpi from the feeder.',
      'Sets blank sides aside.',
      'Starts a document at each Code 128 in the top-right zone.',
      'Asks you about a page whose barcode does not read.',
      'Makes searchable PDF/A and sends it to the harbour archive and elsewhere.',
    ])
  })

  it('follows what the person who scans changes', () => {
    const changed = withChoices(rubric, { colour: 'colour', dpi: 300, sides: 'one', format: 'tiff' })
    const [scans] = rubricWords(changed)
    expect(scans).toBe('Scans one side in colour at 300 dpi from the feeder.')
    expect(rubricWords(changed, names).at(-1)).toBe('Makes TIFF and sends it to the harbour archive and elsewhere.')
  })

  it('a code makes it plain PDF, since PDF/A opens for everyone', () => {
    expect(rubricWords(withChoices(rubric, { protect: 'gannet' })).at(-1)).toMatch(/^Makes searchable PDF and/)
  })
})
