/** What of the catalogue is asked for, kept in the address; and the same as a condition, for files and for changes of many products. */
export function useCatalogueFilter() {
  const route = useRoute()
  const router = useRouter()
  const lens = useLensStore()
  const setup = useSetupStore()
  const text = (k: string) => (typeof route.query[k] === 'string' ? route.query[k] : '')
  const filter = reactive({ q: text('q'), type: text('type'), category: text('category'), status: text('status') })
  const query = computed(() => Object.fromEntries(Object.entries(filter).filter(([, v]) => v !== '')))
  watch(filter, () => void router.replace({ query: { ...route.query, q: undefined, type: undefined, category: undefined, status: undefined, ...query.value } }))
  const condition = computed(() => ({ all: [
    ...(['type', 'category', 'status'] as const).filter((field) => filter[field]).map((field) => ({ field, is: 'equals', value: filter[field] })),
    ...(filter.q.trim() ? [{ any: ['sku', 'gtin', 'name', ...new Set(lens.editions.map((e) => `name@${e.language}`))].map((field) => ({ field, is: 'contains', value: filter.q })) }] : []),
  ] }))
  /** The same in words. */
  const words = computed(() => [
    filter.type && setup.label(setup.types.get(filter.type)?.labels, filter.type), filter.category && `in ${setup.label(setup.categories.get(filter.category)?.names, filter.category)}`, filter.status, filter.q && `with “${filter.q}”`,
  ].filter(Boolean).join(', '))
  return { filter, query, condition, words }
}
