/** The parts of PDFKit that place content without its text layout; its types leave them out. */
export interface PdfInternals {
  ref(data: Record<string, unknown>): { end(data?: Uint8Array): void }
  addContent(content: string): void
  _root: { data: Record<string, unknown> }
  _addInfo(): void
  _addColorOutputIntent(): void
  appendXML(xml: string): void
  outline: { addItem(title: string): unknown }
  file(bytes: Buffer, options: Record<string, unknown>): unknown
  page: {
    fonts: Record<string, unknown>
    xobjects: Record<string, unknown>
    content: PdfContent
    dictionary: { data: Record<string, unknown> }
  }
}

/** What is drawn on a page, which PDFKit would pack faster and larger. */
interface PdfContent {
  compress: boolean
  buffer: Uint8Array[]
  data: Record<string, unknown>
}
