import { Worker } from 'node:worker_threads'

const beatSeconds = 1
const silentSeconds = 60

// It must run while this process is stuck, so it is a thread of its own, and says so where its parent can read it.
const watcher = `
  const { workerData } = require('node:worker_threads')
  let last = -1
  setInterval(() => {
    const beats = Atomics.load(workerData.beats, 0)
    if (beats === last) {
      const words = 'No answer for ' + workerData.seconds + ' seconds: this process is ended, and another takes its place.\\n'
      require('node:fs').writeSync(2, words)
      process.kill(process.pid, 'SIGKILL')
    }
    last = beats
  }, workerData.seconds * 1000)
`

/** Ends this process where its event loop stands still for `seconds` or more; whoever started it starts another. */
export function watchOver(seconds = silentSeconds): void {
  const beats = new Int32Array(new SharedArrayBuffer(4))
  setInterval(() => Atomics.add(beats, 0, 1), Math.min(beatSeconds, seconds / 4) * 1000).unref()
  new Worker(watcher, { eval: true, workerData: { beats, seconds }, execArgv: [] }).unref()
}
