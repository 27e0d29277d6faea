/** Bytes as people say them; the number and its unit stay on one line. */
export function saidSize(bytes: number): string {
  if (bytes < 1000) return `${bytes}\u00A0bytes`
  if (bytes < 1_000_000) return `${Math.round(bytes / 1000)}\u00A0KB`
  if (bytes < 1_000_000_000) return `${(bytes / 1_000_000).toFixed(1)}\u00A0MB`
  return `${(bytes / 1_000_000_000).toFixed(1)}\u00A0GB`
}
