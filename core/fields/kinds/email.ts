import { defineKind } from './kind'

const address = /^[^\s@<>()",;:\\]+@[A-Za-z0-9-]+(\.[A-Za-z0-9-]+)+$/

export default defineKind({
  name: 'email',
  control: 'address',
  keys: 'email',
  keep: (_, text) => (address.test(text) ? text : null),
  expects: () => 'an e-mail address',
  same: (one, other) => one.toLowerCase() === other.toLowerCase(),
})
