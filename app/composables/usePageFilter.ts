import type { ReleasedChange } from '@contracts/release'

/** What of the pages of a release is shown; '' is whatever it be. */
export interface PageFilter<Shown extends string> {
  /** By how they change. */
  shown: Shown | 'all'
  language: string
  /** The product type of their products. */
  type: string
  /** The category of their products, with all below it. */
  category: string
  /** What stands in their SKU or name. */
  q: string
}

/** The filter of a list of pages, and what of it is asked of the server. */
export function usePageFilter<Shown extends string = ReleasedChange>() {
  const filter = ref({ shown: 'all', language: '', type: '', category: '', q: '' }) as Ref<PageFilter<Shown>>
  const asked = computed(() => {
    const { shown, language, type, category, q } = filter.value
    return {
      ...(shown === 'all' ? {} : { change: shown }),
      ...(language === '' ? {} : { language }),
      ...(type === '' ? {} : { type }),
      ...(category === '' ? {} : { category }),
      ...(q === '' ? {} : { q }),
    }
  })
  return { filter, asked, isFiltered: computed(() => Object.keys(asked.value).length > 0) }
}
