import { z } from 'zod'
import { defineKind } from './kind'

// Such as people have: what else RFC 5322 allows is the edge of a printed box more often than an address.
const address = z.email()

export default defineKind({
  name: 'email',
  control: 'address',
  keys: 'email',
  keep: (_, text) => (address.safeParse(text).success ? text : null),
  expects: () => 'an e-mail address',
  same: (one, other) => one.toLowerCase() === other.toLowerCase(),
})
