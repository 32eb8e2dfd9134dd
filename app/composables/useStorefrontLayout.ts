import type { Layout } from '@core/page/layout'

/** The page layout of the storefront of the lens, for who changes it from one of its products. */
export function useStorefrontLayout() {
  const lens = useLensStore()
  const setup = useSetupStore()
  const layout = computed(() => setup.storefronts.find((s) => s.code === lens.storefront)!.layout)
  /** Changes the layout as it is saved now: somebody else may have changed another part of it. */
  async function change(changed: (saved: Layout) => Layout): Promise<void> {
    const { data, tag } = await readRecord('storefronts', lens.storefront)
    await writeRecord('storefronts', { ...data, layout: changed(data.layout) }, { 'If-Match': tag! })
  }
  return { layout, change }
}
