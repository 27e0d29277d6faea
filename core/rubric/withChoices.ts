import type { Choices } from './choices'
import type { Rubric } from './rubric'

/** The rubric as these choices change it. Protecting makes it plain PDF: PDF/A must open for everyone. */
export function withChoices(rubric: Rubric, choices: Choices): Rubric {
  const { rotate, name, format, protect, paper, copies: _, printSides: __, ...settings } = choices
  const size = paper === undefined ? {} : paper === 'mixed' ? { paper: 'auto' as const, mixedSizes: true } : { paper, mixedSizes: false }
  const formatOf = (own: Rubric['files'][number]['format']) => {
    const wanted = format ?? own
    return protect !== undefined && wanted.startsWith('pdf-a') ? 'pdf' : wanted
  }
  return {
    ...rubric,
    scan: { ...rubric.scan, ...settings, ...size },
    clean: { ...rubric.clean, ...(rotate === undefined ? {} : { rotate }) },
    files: rubric.files.map(file => ({
      ...file,
      format: formatOf(file.format),
      // A typed name is text, not a template.
      name: name === undefined ? file.name : `${name.replace(/[{}\\/]/g, '_')} {seq:3}`,
    })),
  }
}
