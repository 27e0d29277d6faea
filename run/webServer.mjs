// Runs the built web server under bin/start: says when it listens, and ends when its parent does.
process.on('disconnect', () => process.exit(0))
await import(new URL('../.output/server/index.mjs', import.meta.url).href)
const base = `http://${process.env.NITRO_HOST}:${process.env.NITRO_PORT}`
for (let attempt = 0; attempt < 200; attempt++) {
  if (await fetch(`${base}/api/health`).then(response => response.ok, () => false)) break
  await new Promise(resolve => setTimeout(resolve, 100))
}
process.send?.({ ready: true })
