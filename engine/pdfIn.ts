import type { PageImage } from './pageImage'
import { runTool, ToolError } from './tool'

const mostPixels = 150_000_000

/** A PDF that cannot be taken; the message is a whole sentence for a person. */
export class PdfFault extends Error {}

/** Pages of a PDF. @throws {PdfFault} where it is encrypted or damaged */
export async function pdfPages(file: string): Promise<number> {
  try {
    const text = (await runTool('pdfinfo', [file], { seconds: 20, memory: 1024 })).toString('utf8')
    const pages = Number(/^Pages:\s+(\d+)/m.exec(text)?.[1] ?? 0)
    if (pages < 1) throw new PdfFault('This PDF has no pages; export it again.')
    return pages
  } catch (error) {
    if (error instanceof ToolError && /Incorrect password/i.test(error.message)) {
      throw new PdfFault('This PDF is encrypted; save it without its password and take it in again.', { cause: error })
    }
    if (error instanceof ToolError && !/could not be started/.test(error.message)) {
      throw new PdfFault('This PDF is damaged or cut short and cannot be opened; scan or export it again.', { cause: error })
    }
    throw error
  }
}

/** The resolution of the largest image on a page, or null where it has none. */
async function imageDpi(file: string, page: number): Promise<number | null> {
  const list = (
    await runTool('pdfimages', ['-list', '-f', String(page), '-l', String(page), file], { seconds: 20, memory: 1024 })
  ).toString('utf8')
  let best = { area: 0, dpi: null as number | null }
  for (const line of list.split('\n').slice(2)) {
    const cells = line.trim().split(/\s+/)
    if (cells.length < 14 || cells[2] !== 'image') continue
    const area = Number(cells[3]) * Number(cells[4])
    const dpi = Number(cells[12])
    if (area > best.area && dpi >= 75 && dpi <= 600) best = { area, dpi }
  }
  return best.dpi
}

/** Size of a page in points, as it is shown. */
export async function pageSize(file: string, page: number): Promise<{ width: number; height: number }> {
  const text = (await runTool('pdfinfo', ['-f', String(page), '-l', String(page), file], { seconds: 20, memory: 1024 })).toString('utf8')
  const match = /size:\s+([\d.]+) x ([\d.]+)/.exec(text)
  const [width, height] = [Number(match?.[1] ?? 595), Number(match?.[2] ?? 842)]
  const turned = Number(/rot:\s+(\d+)/.exec(text)?.[1] ?? 0) % 180 !== 0
  return turned ? { width: height, height: width } : { width, height }
}

/**
 * Draws one page of a PDF at the resolution of the scan on it, or at `fallbackDpi` where there is none.
 * @param page from 1
 */
export async function decodePdfPage(file: string, page: number, fallbackDpi: number, colour: boolean): Promise<PageImage> {
  const dpi = (await imageDpi(file, page)) ?? fallbackDpi
  const { width, height } = await pageSize(file, page)
  if ((width / 72) * dpi * ((height / 72) * dpi) > mostPixels) {
    throw new PdfFault(
      `This page is ${Math.round(width / 72)} by ${Math.round(height / 72)} inches, too large at ${dpi} dpi; export it smaller.`,
    )
  }
  const args = ['-r', String(dpi), '-f', String(page), '-l', String(page), ...(colour ? [] : ['-gray']), file]
  const pixels = await runTool('pdftoppm', args, { seconds: 60, memory: 3072 })
  return { ...parsePixmap(pixels), dpi }
}

/** Netpbm "raw" grey (P5) or colour (P6) with 8 bits a sample. */
function parsePixmap(bytes: Uint8Array): Omit<PageImage, 'dpi'> {
  const head = Buffer.from(bytes.subarray(0, 64)).toString('latin1')
  const match = /^P([56])\s+(\d+)\s+(\d+)\s+255\s/.exec(head)
  if (!match) throw new PdfFault('This PDF page could not be drawn; export it again.')
  const channels = match[1] === '5' ? 1 : 3
  const width = Number(match[2])
  const height = Number(match[3])
  const data = bytes.subarray(match[0].length)
  if (data.length < width * height * channels) throw new PdfFault('This PDF page was drawn only in part; export it again.')
  return { width, height, channels, data }
}
