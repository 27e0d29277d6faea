/**
 * An id for a name that people gave, in small letters, digits and -, that none of these has: "Hull number" becomes
 * "hull-number".
 * @param otherwise where nothing of the name is left
 */
export function idFor(label: string, taken: readonly string[], otherwise = 'field'): string {
  const plain =
    label
      .normalize('NFD')
      .toLowerCase()
      .replace(/\p{M}/gu, '')
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^[^a-z]+|-+$/g, '')
      .slice(0, 56) || otherwise
  for (let number = 1; ; number++) {
    const id = number === 1 ? plain : `${plain}-${number}`
    if (!taken.includes(id)) return id
  }
}
