import type { Value } from '@core/attributes/attribute'

/** What somebody has written in the editor of a value and not saved: the value, and what stood there when they began. */
export interface ValueDraft {
  value: Value | null
  base: Value | null
}

/** Keeps what is written in the editor of a value in the browser, until it is saved or discarded. */
export function useValueDraft(key: () => string) {
  const name = () => `inkloom:draft:${key()}`
  const read = (): ValueDraft | undefined => {
    const draft = localStorage.getItem(name())
    return draft === null ? undefined : (JSON.parse(draft) as ValueDraft)
  }
  const exists = ref(false)
  watch(key, () => (exists.value = read() !== undefined), { immediate: true })
  return {
    /** Whether there is one. */
    exists,
    read,
    keep(draft: ValueDraft) {
      localStorage.setItem(name(), JSON.stringify(draft))
      exists.value = true
    },
    discard() {
      localStorage.removeItem(name())
      exists.value = false
    },
  }
}
