/** The pictures of a product as they stand in an edition; asked again at another version. */
export interface PictureContext {
  sku: string
  storefront: string
  language: string
  version: unknown
}

/** What is wrong with the pictures of a product, and the views that they still lack. */
export function usePictureFindings(context: PictureContext) {
  const { data } = useAnswer(
    'checkPictures',
    () => ({ params: { sku: context.sku }, query: { storefront: context.storefront, language: context.language } }),
    { on: () => context.version },
  )
  const all = computed(() => data.value?.findings ?? [])
  const missingViews = computed(() => all.value.flatMap((f) => (f.view ? [{ ...f, view: f.view }] : [])))
  const problems = computed(() => all.value.filter((f) => !f.view))
  return { missingViews, problems }
}
