/** A number with its noun: 1 page, 2 pages. */
export function counted(number: number, one: string, many = `${one}s`): string {
  return `${number.toLocaleString('en-GB')} ${number === 1 ? one : many}`
}
