export default defineNuxtRouteMiddleware(async (to) => {
  const person = await useMe().find()
  if (!person && to.path !== '/sign-in') return navigateTo({ path: '/sign-in', query: to.path === '/' ? {} : { to: to.fullPath } })
  if (person && to.path === '/sign-in') return navigateTo('/')
})
