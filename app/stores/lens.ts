import { languageName } from '@core/language/names'
import { shortenings } from '@core/language/chain'
import { labelIn, type Labels } from '@core/language/labels'
import { instantOf } from '@core/moments/instant'
import { formatMoney } from '@core/units/format'

/** A language's name in English without its region, where the storefront says that already: “French”. */
export const bareLanguageName = (tag: string) => languageName(new Intl.Locale(tag).language)

export { languageName }

/** An edition of a storefront, as it is chosen and written in addresses. */
export interface LensEdition {
  storefront: string
  language: string
  /** `storefront/language` */
  id: string
}

/** What you look through now: storefront, language, customer group, moment. The address carries it. */
export const useLensStore = defineStore('lens', () => {
  const setup = useSetupStore()
  const route = useRoute()
  const router = useRouter()
  const one = (v: unknown) => (typeof v === 'string' ? v : undefined)

  const editions = computed((): LensEdition[] =>
    setup.storefronts.flatMap((s) =>
      s.editions.map((e) => ({ storefront: s.code, language: e.language, id: `${s.code}/${e.language}` })),
    ),
  )
  const edition = computed(
    () =>
      editions.value.find((e) => e.id === one(route.query.in)) ??
      editions.value[0] ?? { storefront: '', language: setup.source, id: '' },
  )
  const storefront = computed(() => edition.value.storefront)
  const language = computed(() => edition.value.language)
  const group = computed(() => setup.groups.find((g) => g.code === one(route.query.for))?.code ?? '')
  /** A local date-time in the storefront's zone, or empty for now. */
  const at = computed(() => one(route.query.at) ?? '')
  const moment = computed(() => {
    if (!at.value) return undefined
    const zone = setup.timeZoneOf(storefront.value)
    try {
      return new Date(instantOf(at.value, zone)).toISOString()
    } catch {
      return undefined
    }
  })
  /** A label as those read it who look through the lens: in its language, else in the source. */
  const label = (labels: Labels | undefined, code: string) =>
    labelIn(labels ?? {}, [...shortenings(language.value), setup.source], code)
  /** An amount as the shoppers of a storefront read it: in the lens's language in its own, in their first elsewhere. */
  function money(amount: number, code: string): string {
    const shop = setup.storefronts.find((s) => s.code === code)
    const read = code === storefront.value ? language.value : (shop?.editions[0]?.language ?? setup.source)
    return shop ? formatMoney(amount, shop.currency, read) : String(amount)
  }
  const sameLanguage = computed(() => language.value === setup.source)
  const query = computed(() => ({
    in: edition.value.id,
    ...(group.value ? { for: group.value } : {}),
    ...(at.value ? { at: at.value } : {}),
  }))
  /** What calls about a page are asked with. */
  const asked = computed(() => ({
    storefront: storefront.value,
    language: language.value,
    ...(group.value ? { group: group.value } : {}),
    ...(moment.value ? { at: moment.value } : {}),
  }))

  function set(change: { in?: string; for?: string; at?: string }) {
    const next = { ...route.query, ...query.value, ...change }
    for (const k of ['for', 'at'] as const) if (!next[k]) Reflect.deleteProperty(next, k)
    void router.replace({ query: next, hash: route.hash })
  }
  function step(by: number, within: 'language' | 'storefront') {
    const list =
      within === 'language'
        ? editions.value
        : setup.storefronts.map((s) => editions.value.find((e) => e.storefront === s.code)!)
    const here =
      within === 'language'
        ? list.findIndex((e) => e.id === edition.value.id)
        : list.findIndex((e) => e.storefront === storefront.value)
    const next = list[(here + by + list.length) % list.length]
    if (next) set({ in: next.id })
  }
  /** The same for calls that take a lens in their body. */
  const body = computed(() => ({
    storefront: storefront.value,
    group: group.value || null,
    ...(moment.value ? { at: moment.value } : {}),
  }))
  return {
    body,
    editions,
    edition,
    storefront,
    language,
    group,
    at,
    moment,
    label,
    money,
    sameLanguage,
    query,
    asked,
    set,
    step,
  }
})
