import type { Stack } from '../paper/stack'

/** What lies on the glass: one face of one sheet. It stays there until somebody takes it away. */
export class Glass {
  face: { stack: Stack; sheet: number; face: 'front' | 'back' } | null = null

  lay(stack: Stack, sheet: number, face: 'front' | 'back'): boolean {
    if (!stack.sheets[sheet - 1]) return false
    this.face = { stack, sheet: sheet - 1, face }
    return true
  }
}
