/**
 * What somebody is writing, kept in the browser until it is saved, so that a reload loses nothing.
 * `saved` is what is stored; the draft is only kept while it differs.
 */
export function useDraft<T>(key: () => string, saved: () => T | undefined) {
  const draft = ref<T>() as Ref<T | undefined>
  const name = () => `inkloom:${key()}`
  const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)
  const changed = computed(() => draft.value !== undefined && saved() !== undefined && !same(draft.value, saved()))
  const reset = () => {
    localStorage.removeItem(name())
    draft.value = saved() === undefined ? undefined : (structuredClone(toRaw(saved())) as T)
  }
  watch(
    [key, saved],
    ([k, s], old) => {
      if (s === undefined) return
      const [before, then] = old ?? []
      const isOther = before !== k || draft.value === undefined
      const kept = isOther ? localStorage.getItem(name()) : null
      if (kept) draft.value = JSON.parse(kept) as T
      // A newer stored version replaces a draft that was never touched.
      else if (isOther || same(draft.value, then)) reset()
    },
    { immediate: true },
  )
  watch(
    draft,
    () => {
      if (changed.value) localStorage.setItem(name(), JSON.stringify(draft.value))
      else localStorage.removeItem(name())
    },
    { deep: true },
  )
  useEventListener(window, 'beforeunload', (e: BeforeUnloadEvent) => {
    if (changed.value) e.preventDefault()
  })
  return { draft, changed, reset }
}
