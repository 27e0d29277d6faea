/** Who makes a change: somebody at a screen, a program that acts for somebody, or the machine itself. */
export type Actor =
  | { kind: 'person', person: string }
  | { kind: 'token', person: string, token: string }
  | { kind: 'worker' }

/** The machine itself. */
export const worker: Actor = { kind: 'worker' }
export const byPerson = (person: string): Actor => ({ kind: 'person', person })
