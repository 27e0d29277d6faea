/** What a kind of file is, as far as rubrics, forms and descriptions need to know; `engine/formats` writes them. */
export interface FormatFacts {
  name: string
  /** As people say it. */
  label: string
  extension: string
  mediaType: string
  /** One file for the document, or one for each page. */
  per: 'document' | 'page'
  /** What of a document it can hold. */
  holds: { pictures: boolean; text: boolean; values: boolean; protection: boolean }
}

const facts = <N extends string>(
  name: N,
  label: string,
  extension: string,
  mediaType: string,
  per: FormatFacts['per'],
  holds: Partial<FormatFacts['holds']>,
): FormatFacts & { name: N } => ({
  name,
  label,
  extension,
  mediaType,
  per,
  holds: { pictures: false, text: false, values: false, protection: false, ...holds },
})

const office = (name: string) => `application/vnd.openxmlformats-officedocument.${name}`

/** Every kind of file that a rubric may ask for. */
export const formats = [
  facts('pdf', 'PDF', 'pdf', 'application/pdf', 'document', { pictures: true, text: true, protection: true }),
  facts('pdf-a', 'PDF/A', 'pdf', 'application/pdf', 'document', { pictures: true, text: true }),
  facts('pdf-a-3', 'PDF/A with its index values inside', 'pdf', 'application/pdf', 'document', {
    pictures: true,
    text: true,
    values: true,
  }),
  facts('tiff', 'TIFF', 'tif', 'image/tiff', 'document', { pictures: true }),
  facts('jpeg', 'JPEG', 'jpg', 'image/jpeg', 'page', { pictures: true }),
  facts('png', 'PNG', 'png', 'image/png', 'page', { pictures: true }),
  facts('webp', 'WebP', 'webp', 'image/webp', 'page', { pictures: true }),
  facts('txt', 'text', 'txt', 'text/plain', 'document', { text: true }),
  facts('alto', 'ALTO', 'xml', 'application/alto+xml', 'document', { text: true }),
  facts('hocr', 'hOCR', 'hocr', 'text/html', 'document', { text: true }),
  facts('md', 'Markdown', 'md', 'text/markdown', 'document', { text: true }),
  facts('docx', 'text document (DOCX)', 'docx', office('wordprocessingml.document'), 'document', { text: true }),
  facts('odt', 'text document (ODT)', 'odt', 'application/vnd.oasis.opendocument.text', 'document', { text: true }),
  facts('xlsx', 'spreadsheet (XLSX)', 'xlsx', office('spreadsheetml.sheet'), 'document', { text: true, values: true }),
  facts('pptx', 'slides (PPTX)', 'pptx', office('presentationml.presentation'), 'document', { text: true }),
  facts('csv', 'CSV', 'csv', 'text/csv', 'document', { values: true }),
  facts('json', 'JSON', 'json', 'application/json', 'document', { values: true }),
] as const

export type FormatName = (typeof formats)[number]['name']
export const fileFormats = formats.map(format => format.name) as [FormatName, ...FormatName[]]

/** The facts of a format. */
export const formatFacts = (name: FormatName): FormatFacts => formats.find(format => format.name === name)!
