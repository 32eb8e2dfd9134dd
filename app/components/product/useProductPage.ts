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
  const product = useAsking(
    (signal) => call('getProduct', { params: { sku: sku() }, signal }),
    () => [sku(), version.value],
  )
  const sources = useAsking(
    (signal) => call('getSources', { params: { sku: sku() }, signal }),
    () => [sku(), version.value],
  )
  const resolved = useAsking(
    async (signal) =>
      Promise.all(
        columns.value.map((c) =>
          call('getResolved', {
            params: { sku: sku() },
            query: { storefront: c.storefront, language: c.language },
            signal,
          }),
        ),
      ),
    () => [sku(), columns.value.map((c) => c.id), version.value],
  )
  const page = useAsking(
    (signal) => call('proof', { params: { sku: sku() }, query: lens.asked, signal }),
    () => [sku(), lens.asked, version.value],
  )
  const parentProduct = useAsking(
    async (signal) =>
      product.data.value?.parent ? call('getProduct', { params: { sku: product.data.value.parent }, signal }) : null,
    () => [product.data.value?.parent, version.value],
  )
  const parent = useAsking(
    async (signal) =>
      product.data.value?.parent
        ? call('getResolved', {
            params: { sku: product.data.value.parent },
            query: { storefront: sourceEdition.value.storefront, language: sourceEdition.value.language },
            signal,
          })
        : null,
    () => product.data.value?.parent,
  )

  return { sourceEdition, columns, product, sources, resolved, page, parent, parentProduct }
}
