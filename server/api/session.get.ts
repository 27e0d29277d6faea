import { defineRoute } from '../route'

export default defineRoute({
  does: 'Who is signed in.',
  may: 'person',
  run: ({ person }) => person,
})
