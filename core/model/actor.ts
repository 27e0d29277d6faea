/** Somebody who makes a change, at a screen or through a program that acts for them. */
export type PersonActing = { kind: 'person'; person: string } | { kind: 'token'; person: string; token: string }

/** Who makes a change: somebody, or the machine itself. */
export type Actor = PersonActing | { kind: 'worker' }

/** The machine itself. */
export const worker: Actor = { kind: 'worker' }
export const byPerson = (person: string): PersonActing => ({ kind: 'person', person })
