declare module '#auth-utils' {
  interface User {
    id: string
    name: string
  }
  interface SecureSessionData {
    session?: string
    /** Of somebody who is with the provider that vouches for people. */
    leaving?: unknown
    /** Of a steward who lets this program in at a destination. */
    granting?: unknown
  }
}

export {}
