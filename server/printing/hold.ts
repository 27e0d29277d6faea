import { pdfPages } from '../../engine/pdfIn'
import { holdPrint } from '../../store/printJobs'
import { store } from '../context'

/** Has a print job wait for its owner, its bytes kept. False where it does not wait for bytes any more. */
export async function holdBytes(job: number, blob: string, bytes: number): Promise<boolean> {
  const { sql, blobs } = store()
  // One that does not open here may do so at the printer.
  const pages = await pdfPages(await blobs.local(blob)).catch(() => null)
  return holdPrint(sql, job, blob, bytes, pages)
}
