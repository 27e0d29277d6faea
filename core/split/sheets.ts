/**
 * On which sheet a scanned side lies, and which face of it it is: with both sides scanned they alternate front and back.
 * @param counted sides that came before it
 */
export function sheetAndSide(counted: number, twoSided: boolean): { sheet: number; side: 'front' | 'back' } {
  return twoSided
    ? { sheet: Math.floor(counted / 2) + 1, side: counted % 2 === 1 ? 'back' : 'front' }
    : { sheet: counted + 1, side: 'front' }
}
