import { open, stat } from 'node:fs/promises'
import { decodeImage, imageInfo, imageSize } from './images'
import type { PageImage } from './pageImage'
import { decodePdfPage, pageSize, PdfFault, pdfPages } from './pdfIn'
import { sniff, type InputFormat } from './sniff'

/** A file that was opened: its format and how many pages it has. */
export interface Source {
  file: string
  format: InputFormat
  pages: number
}

const mostPages = 20_000

/** A file or page that cannot be taken; the message says why and what to do. */
export class UnreadableError extends Error {}

/** Opens a file by its bytes, not its name. @throws {UnreadableError} */
export async function openSource(file: string): Promise<Source> {
  const format = await formatOf(file)
  try {
    const pages = format === 'pdf' ? await pdfPages(file) : (await imageInfo(file)).pages
    if (pages > mostPages)
      throw new UnreadableError(
        `The file says that it has ${pages} pages, more than the ${mostPages} that one file may have; split it up and take the parts in.`,
      )
    return { file, format, pages }
  } catch (error) {
    throw unreadable(format, error)
  }
}

async function formatOf(file: string): Promise<InputFormat> {
  let head: Uint8Array
  try {
    if ((await stat(file)).size === 0) throw new UnreadableError('The file is empty; scan or export it again.')
    const handle = await open(file)
    try {
      const { buffer, bytesRead } = await handle.read(Buffer.alloc(1024), 0, 1024, 0)
      head = buffer.subarray(0, bytesRead)
    } finally {
      await handle.close()
    }
  } catch (error) {
    if (error instanceof UnreadableError) throw error
    throw new UnreadableError(`The file cannot be read (${(error as Error).message}).`, { cause: error })
  }
  const format = sniff(head)
  if (!format)
    throw new UnreadableError('The file is none of PDF, TIFF, JPEG, PNG or WebP, whatever its name says; export it as one of these.')
  return format
}

/** Decodes one page, from 1. @throws {UnreadableError} */
export async function decodePage(source: Source, page: number, fallbackDpi: number, colour: boolean): Promise<PageImage> {
  try {
    return source.format === 'pdf' ? await decodePdfPage(source.file, page, fallbackDpi, colour) : await decodeImage(source.file, page)
  } catch (error) {
    throw unreadable(source.format, error)
  }
}

function unreadable(format: InputFormat, error: unknown): UnreadableError {
  if (error instanceof UnreadableError) return error
  if (error instanceof PdfFault) return new UnreadableError(error.message, { cause: error })
  const reason = error instanceof Error ? error.message.replace(/\s+/g, ' ').replace(/\.$/, '') : String(error)
  return new UnreadableError(`This ${format.toUpperCase()} cannot be decoded (${reason}); scan or export it again.`, { cause: error })
}

/** Pages that are wider than high, from 1. @throws {UnreadableError} */
export async function widePages(source: Source): Promise<number[]> {
  const wide: number[] = []
  try {
    for (let page = 1; page <= source.pages; page++) {
      const { width, height } = source.format === 'pdf' ? await pageSize(source.file, page) : await imageSize(source.file, page)
      if (width > height) wide.push(page)
    }
  } catch (error) {
    throw unreadable(source.format, error)
  }
  return wide
}
