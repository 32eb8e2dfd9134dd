import type { ValueSource } from '@core/catalogue/source'
import type { LeftOut, Shown } from '@core/page/because'
import type { AreaPlace } from '@core/page/layout'
import type { Resolved } from '@core/values/resolve'
import type { ProductDocument } from './document'

type Shows = Resolved & { shown: string | null; required: boolean }

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
    (signal) => get<ProductDocument>(`/api/products/${segment(sku())}`, {}, signal),
    () => [sku(), version.value],
  )
  const sources = useAsking(
    (signal) => get<Record<string, ValueSource>>(`/api/products/${segment(sku())}/sources`, {}, signal),
    () => [sku(), version.value],
  )
  const resolved = useAsking(
    async (signal) =>
      Promise.all(
        columns.value.map((c) =>
          get<{ items: Shows[] }>(
            `/api/products/${segment(sku())}/resolved`,
            { storefront: c.storefront, language: c.language },
            signal,
          ),
        ),
      ),
    () => [sku(), columns.value.map((c) => c.id), version.value],
  )
  const page = useAsking(
    (signal) =>
      get<{ layout: AreaPlace[]; areas: Record<string, Shown[]>; left_out: LeftOut[] }>(
        `/api/proof/${segment(sku())}`,
        lens.asked,
        signal,
      ),
    () => [sku(), lens.asked, version.value],
  )
  const parentProduct = useAsking(
    async (signal) =>
      product.data.value?.parent
        ? get<ProductDocument>(`/api/products/${segment(product.data.value.parent)}`, {}, signal)
        : null,
    () => [product.data.value?.parent, version.value],
  )
  const parent = useAsking(
    async (signal) =>
      product.data.value?.parent
        ? get<{ items: Shows[] }>(
            `/api/products/${segment(product.data.value.parent)}/resolved`,
            { storefront: sourceEdition.value.storefront, language: sourceEdition.value.language },
            signal,
          )
        : null,
    () => product.data.value?.parent,
  )

  return { sourceEdition, columns, product, sources, resolved, page, parent, parentProduct }
}
