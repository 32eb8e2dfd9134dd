/** Whoever opens a preview has its link, and needs no account. */
const isForEverybody = (path: string) => path.startsWith('/preview/')

/** Nobody gets past the door without signing in; the lens goes along from page to page. */
export default defineNuxtRouteMiddleware(async (to, from) => {
  if (isForEverybody(to.path)) return undefined
  const session = useSessionStore()
  await session.load()
  if (!session.me)
    return to.path === '/sign-in'
      ? undefined
      : navigateTo({ path: '/sign-in', query: to.path === '/' ? {} : { then: to.fullPath } })
  if (to.path === '/sign-in') return navigateTo('/')
  await useSetupStore().load()
  useJobsStore().listen()
  const carried = Object.fromEntries(
    ['in', 'for', 'at', 'proof']
      .filter((k) => from.query[k] !== undefined && to.query[k] === undefined && to.path !== from.path)
      .map((k) => [k, from.query[k]]),
  )
  if (Object.keys(carried).length > 0)
    return navigateTo({ path: to.path, query: { ...carried, ...to.query }, hash: to.hash }, { replace: true })
  return undefined
})
