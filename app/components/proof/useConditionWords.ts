import type { Explanation } from '@core/rules/explain'
import { conditionWords } from '@core/rules/explained'

/** How a condition with what it came to is said, in the money of the storefront that is looked at. */
export function useConditionWords() {
  const setup = useSetupStore()
  const lens = useLensStore()
  const readIn = computed(() => ({
    language: interfaceLanguage,
    currency: setup.storefronts.find((s) => s.code === lens.storefront)?.currency ?? '',
  }))
  return (condition: Explanation): string => conditionWords(condition, setup.forCore, readIn.value)
}
