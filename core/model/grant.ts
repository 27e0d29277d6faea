/** A token is not shown in its last seconds: a delivery takes some. */
export const lastSeconds = 30

/** What a person's sign-in elsewhere gave to this program (RFC 6749, 5.1). */
export interface Tokens {
  access: string
  /** By which the next ones are asked for; null where that side gives none. */
  refresh: string | null
  /** For so long the first holds. */
  seconds: number
}

/** What a destination may do in the name of a person who signed in there, kept for all processes. */
export interface Grant {
  /** The token to show now; null where nobody signed in. `holds` where it does for a while. */
  now(): Promise<{ access: string; holds: boolean } | null>
  /**
   * Asks for the next tokens, one process at a time; whoever waited gets what another one was given.
   * @param ask given what the last sign-in or renewal gave
   */
  renew(ask: (refresh: string | null) => Promise<Tokens>): Promise<string>
  /** The token was refused: the next one is asked for before anything else is tried. */
  refused(): Promise<void>
}
