import { toast } from 'vue-sonner'

/** Says what went wrong in the words of the server. */
export function tellProblem(e: unknown) {
  if ((e as Error).name === 'AbortError') return
  if (e instanceof ApiProblem) toast.error(e.problem.title, { description: e.sentence, duration: 9000 })
  else {
    console.error(e)
    toast.error('Something broke', { description: 'This page could not do that. Reload it and try again.' })
  }
}

/** Says that something was done. */
export const tell = (text: string) => toast.success(text)

/**
 * Data that follows what it depends on. Old data stays until the new comes; an answer that comes too late is dropped.
 */
export function useAsking<T>(question: (signal: AbortSignal) => Promise<T>, on: () => unknown, { wait = 0 } = {}) {
  const data = shallowRef<T>()
  const problem = shallowRef<ApiProblem>()
  const busy = ref(false)
  let going: AbortController | undefined
  let timer: ReturnType<typeof setTimeout> | undefined
  const refresh = async () => {
    going?.abort()
    const mine = (going = new AbortController())
    busy.value = true
    try {
      const answer = await question(mine.signal)
      if (mine !== going) return
      data.value = answer
      problem.value = undefined
    } catch (e) {
      if (mine !== going || (e as Error).name === 'AbortError') return
      if (e instanceof ApiProblem) problem.value = e
      else throw e
    } finally {
      if (mine === going) busy.value = false
    }
  }
  watch(
    on,
    () => {
      clearTimeout(timer)
      if (wait > 0 && data.value !== undefined) timer = setTimeout(() => void refresh(), wait)
      else void refresh()
    },
    { immediate: true, deep: true },
  )
  onScopeDispose(() => {
    clearTimeout(timer)
    going?.abort()
  })
  return { data, problem, busy, refresh }
}
