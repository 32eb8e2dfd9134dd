import type { ProductDocument, ResolvedDocument } from '@contracts/product'

/** A group of values as the page of a product shows it. */
export interface ValueGroup {
  code: string
  label: string
  /** The attributes that are shown: required ones first, then those with a value. */
  shown: string[]
  /** Those that nobody asks for and that have no value. */
  folded: string[]
  /** How many of the required ones are there. */
  required: number
  filled: number
}

/** The attribute that stands above the groups, as a strip of pictures. */
export const picturesAttribute = 'pictures'

/**
 * The values of a product in the groups of its type, and those that it has beside its type. What is shown once stays,
 * so that a value that is cleared does not run away from whoever cleared it.
 */
export function useValueGroups(
  product: () => ProductDocument | undefined,
  columns: () => readonly (readonly ResolvedDocument[])[],
) {
  const setup = useSetupStore()
  const type = computed(() => setup.types.get(product()?.type ?? ''))
  const items = computed(() => columns().map((column) => new Map(column.map((r) => [r.attribute, r]))))
  const of = (column: number, code: string) => items.value[column]?.get(code)
  const lensOf = (code: string) => of(columns().length - 1, code)
  const isRequired = (code: string) => lensOf(code)?.required ?? false

  /** Whether it is there: on all variants, of what each has for itself. */
  const isFilled = (code: string) => {
    const r = lensOf(code)
    return r !== undefined && (r.counts || r.onVariants?.missing === 0)
  }
  const holdsSomething = (r: ResolvedDocument) => r.value !== null || (r.onVariants?.different ?? 0) > 0
  const isEmpty = (code: string) =>
    items.value.every((column) => !column.has(code) || !holdsSomething(column.get(code)!))

  /** What is shown though it is empty and nobody asks for it: what was filled before, and what was unfolded. */
  const kept = reactive(new Set<string>())
  const added = ref<string[]>([])
  watch(
    () => product()?.sku,
    () => {
      kept.clear()
      added.value = []
    },
  )
  const keepFilled = () => {
    for (const column of items.value) for (const r of column.values()) if (holdsSomething(r)) kept.add(r.attribute)
  }
  watch(items, keepFilled, { immediate: true })
  const isFolded = (code: string) =>
    isEmpty(code) && !isRequired(code) && !kept.has(code) && !added.value.includes(code)

  function groupOf(code: string, label: string, codes: readonly string[]): ValueGroup {
    const all = codes.filter((c) => c !== picturesAttribute)
    const required = all.filter(isRequired)
    const others = all.filter((c) => !isRequired(c))
    return {
      code,
      label,
      shown: [...required, ...others.filter((c) => !isFolded(c))],
      folded: others.filter(isFolded),
      required: required.length,
      filled: required.filter(isFilled).length,
    }
  }
  const ofType = computed(() => new Set(type.value?.attributes.map((a) => a.attribute)))
  const besideType = computed(() =>
    [...new Set([...(items.value[0]?.keys() ?? []), ...added.value])].filter((c) => !ofType.value.has(c)),
  )
  const groups = computed(() => {
    const t = type.value
    if (!t) return []
    const codesOf = (group: string) => t.attributes.filter((a) => a.group === group).map((a) => a.attribute)
    return [
      ...t.groups.map((g) => groupOf(g.code, setup.label(g.labels, g.code), codesOf(g.code))),
      groupOf('own', 'Own facts', besideType.value),
    ].filter((g) => g.shown.length + g.folded.length > 0)
  })
  const hasPictures = computed(() => ofType.value.has(picturesAttribute) || of(0, picturesAttribute) !== undefined)
  /** Shows attributes that their group has folded. */
  const unfold = (codes: readonly string[]) => {
    for (const c of codes) kept.add(c)
  }
  return { type, groups, of, isRequired, isFilled, hasPictures, added, unfold }
}
