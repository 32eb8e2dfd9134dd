import type { ReleasedChange } from '@contracts/release'

/** What of the pages of a release is shown: by how they change, in which language, with what in their SKU or name. */
export function usePageFilter<Shown extends string = ReleasedChange>() {
  const shown = ref<Shown | 'all'>('all') as Ref<Shown | 'all'>
  const language = ref('')
  const q = ref('')
  const filter = computed(() => ({
    ...(shown.value === 'all' ? {} : { change: shown.value }),
    ...(language.value === '' ? {} : { language: language.value }),
    ...(q.value === '' ? {} : { q: q.value }),
  }))
  return { shown, language, q, filter, isFiltered: computed(() => Object.keys(filter.value).length > 0) }
}
