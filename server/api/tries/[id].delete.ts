import { cancelTry } from '../../../store/setup/tries'
import { conflict, requireRole } from '../../access'
import { store } from '../../context'
import { uuidOf } from '../../input'

export default defineEventHandler(async (event) => {
  const person = await requireRole(event, 'steward')
  if (!await cancelTry(store().sql, uuidOf(event), person.id)) throw conflict('This try has ended already.')
  return { ok: true }
})
