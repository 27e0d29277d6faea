import { readFile } from 'node:fs/promises'

/** Whether a process still runs; one that ended and that nobody asked about yet does not. */
export const isRunning = (pid: number | string): Promise<boolean> =>
  readFile(`/proc/${pid}/stat`, 'utf8').then(
    text => !/\) Z /.test(text),
    () => false,
  )
