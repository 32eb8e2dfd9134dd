/** What the page of a product shows, asked again whenever the product, the lens or what is written changes. */
export function useProductPage(sku: () => string) {
  const lens = useLensStore()
  const setup = useSetupStore()
  const { version } = useProofFocus()

  /** The edition in which the source is read beside the lens's. */
  const sourceEdition = computed(() => lens.editions.find((e) => e.language === setup.source) ?? lens.edition)
  const columns = computed(() =>
    lens.edition.id === sourceEdition.value.id ? [lens.edition] : [sourceEdition.value, lens.edition],
  )
  const product = useAnswer('getProduct', () => ({ params: { sku: sku() } }), { on: () => version.value })
  const sources = useAnswer('getSources', () => ({ params: { sku: sku() } }), { on: () => version.value })
  const resolved = useAnswers(
    'getResolved',
    () =>
      columns.value.map(({ storefront, language }) => ({ params: { sku: sku() }, query: { storefront, language } })),
    { on: () => version.value },
  )
  const page = useAnswer('proof', () => ({ params: { sku: sku() }, query: lens.asked }), { on: () => version.value })
  const parentProduct = useAnswer(
    'getProduct',
    () => (product.data.value?.parent ? { params: { sku: product.data.value.parent } } : undefined),
    { on: () => version.value },
  )
  const parent = useAnswer('getResolved', () =>
    product.data.value?.parent
      ? {
          params: { sku: product.data.value.parent },
          query: { storefront: sourceEdition.value.storefront, language: sourceEdition.value.language },
        }
      : undefined,
  )

  return { sourceEdition, columns, product, sources, resolved, page, parent, parentProduct }
}
