import type { SetupState } from '~~/shared/views/setUp'

export default defineNuxtRouteMiddleware(async to => {
  // A panel has a sign-in of its own.
  if (to.path === '/panel' || to.path === '/set-password') return
  const person = await useMe().find()
  if (!person && to.path !== '/sign-in' && to.path !== '/welcome') {
    const setup = await ask<SetupState>('/api/setup').catch(() => null)
    if (setup && !setup.people) return navigateTo('/welcome')
    return navigateTo({ path: '/sign-in', query: to.path === '/' ? {} : { to: to.fullPath } })
  }
  if (person && to.path === '/sign-in') return navigateTo('/')
})
