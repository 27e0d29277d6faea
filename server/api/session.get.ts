import { requirePerson } from '../access'

export default defineEventHandler(event => requirePerson(event))
