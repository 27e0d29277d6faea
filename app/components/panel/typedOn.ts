/** Text after a key of the screen's keyboard. */
export function typedOn(text: string, key: string): string {
  return key === 'back' ? text.slice(0, -1) : text + key
}
