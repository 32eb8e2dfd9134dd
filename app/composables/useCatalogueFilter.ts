import type { Condition } from '@core/rules/condition'
import { ruleSentence } from './ruleSentence'

const empty = () => ({ q: '', type: '', category: '', status: '', where: '' })
export type CatalogueFilter = ReturnType<typeof empty>

/**
 * What of the catalogue is asked for, kept in the address; and the same as a condition, for files and for changes of
 * many products.
 */
export function useCatalogueFilter() {
  const route = useRoute()
  const router = useRouter()
  const lens = useLensStore()
  const setup = useSetupStore()
  const text = (k: string) => (typeof route.query[k] === 'string' ? route.query[k] : '')
  const filter = reactive(Object.fromEntries(Object.keys(empty()).map((k) => [k, text(k)])) as CatalogueFilter)
  const query = computed(() => Object.fromEntries(Object.entries(filter).filter(([, v]) => v !== '')))
  watch(
    filter,
    () =>
      void router.replace({
        query: {
          ...route.query,
          ...Object.fromEntries(Object.keys(empty()).map((k) => [k, undefined])),
          ...query.value,
        },
      }),
  )
  /** The rule of the builder; what stands in the address and is none finds nothing rather than everything. */
  const where = computed<Condition | null>({
    get: () => {
      if (!filter.where) return null
      try {
        return JSON.parse(filter.where) as Condition
      } catch {
        return { any: [] }
      }
    },
    set: (condition) => {
      filter.where =
        condition === null || ('all' in condition && condition.all.length === 0) ? '' : JSON.stringify(condition)
    },
  })
  const condition = computed<Condition>(() => ({
    all: [
      ...(['type', 'category', 'status'] as const)
        .filter((field) => filter[field])
        .map((field): Condition => ({ field, is: 'equals', value: filter[field] })),
      ...(filter.q.trim()
        ? [
            {
              any: [
                'sku',
                'gtin',
                'name',
                ...new Set(lens.editions.filter((e) => e.language !== setup.source).map((e) => `name@${e.language}`)),
              ].map((field): Condition => ({ field, is: 'contains', value: filter.q })),
            },
          ]
        : []),
      ...(where.value ? [where.value] : []),
    ],
  }))
  const wording = (c: Condition) => ruleSentence(c, setup.forCore) ?? 'a condition that cannot be read'
  /** The same in words. */
  const words = computed(() =>
    [
      filter.type && setup.label(setup.types.get(filter.type)?.labels, filter.type),
      filter.category && `in ${setup.label(setup.categories.get(filter.category)?.names, filter.category)}`,
      filter.status,
      filter.q && `with “${filter.q}”`,
      where.value && wording(where.value),
    ]
      .filter(Boolean)
      .join(', '),
  )
  const active = computed(() => Object.values(filter).some((v) => v !== ''))
  const clear = () => Object.assign(filter, empty())
  return { filter, query, condition, where, words, active, clear }
}
