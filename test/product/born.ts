import PDFDocument from 'pdfkit'

/** A PDF that never was paper. */
export async function born(text: string): Promise<Buffer> {
  const document = new PDFDocument({ size: 'A4' })
  const chunks: Buffer[] = []
  document.on('data', (chunk: Buffer) => chunks.push(chunk))
  const ended = new Promise(resolve => document.on('end', resolve))
  document.fontSize(14).text(text, 72, 90).circle(300, 400, 60).stroke()
  document.end()
  await ended
  return Buffer.concat(chunks)
}
