import { rename } from 'node:fs/promises'
import type { PageToMake } from './pageToMake'
import { runTool } from './tool'

/** Puts pages that were never paper back as they came, with their own text and drawing, in place of their pictures. */
export async function keepBornPages(file: string, pages: readonly PageToMake[]): Promise<void> {
  if (!pages.some(page => page.born)) return
  const picked = pages.flatMap((page, at) => (page.born ? [page.born.file, String(page.born.page)] : [file, String(at + 1)]))
  await runTool('qpdf', ['--warning-exit-0', file, '--pages', ...picked, '--', `${file}.kept`], { seconds: 120, memory: 2048 })
  await rename(`${file}.kept`, file)
}
