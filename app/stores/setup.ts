import type { SetupDocument } from '@contracts/setup'
import type { Setup } from '@core/catalogue/model'
import { hasLabel } from '@core/language/labels'

/** Everything that the interface is set up with, loaded once. */
export const useSetupStore = defineStore('setup', () => {
  const document = shallowRef<SetupDocument>()
  let loading: Promise<void> | undefined
  const load = () =>
    (loading ??= call('setup').then(
      (d) => {
        document.value = d
      },
      (e: unknown) => {
        loading = undefined
        throw e
      },
    ))
  /** Asks anew, after a change of the set-up. */
  const reload = () =>
    call('setup').then((d) => {
      document.value = d
    })
  const map = <T extends { code: string }>(list: T[] | undefined) => new Map((list ?? []).map((x) => [x.code, x]))
  const source = computed(() => document.value?.source ?? 'en-GB')
  const storefronts = computed(() => document.value?.storefronts ?? [])
  const attributes = computed(() => map(document.value?.attributes))
  const types = computed(() => map(document.value?.types))
  const categories = computed(() => map(document.value?.categories))
  const brands = computed(() => map(document.value?.brands))
  const lists = computed(() => map(document.value?.lists))
  const groups = computed(() => document.value?.groups ?? [])
  const campaigns = computed(() => map(document.value?.campaigns))
  const rules = computed(() => map(document.value?.rules))
  const fields = computed(() => document.value?.fields ?? [])
  /** The set-up as the core takes it. */
  const forCore = computed<Setup>(() => ({
    source: source.value,
    attributes: attributes.value,
    types: types.value,
    categories: categories.value,
    brands: brands.value,
    lists: lists.value,
    groups: map(groups.value),
    campaigns: campaigns.value,
    rules: rules.value,
    storefronts: map(storefronts.value),
  }))
  const label = (labels: Record<string, string> | undefined, code: string) =>
    labels?.[source.value] ?? Object.values(labels ?? {})[0] ?? code
  const storefrontName = (code: string) => storefronts.value.find((s) => s.code === code)?.name ?? code
  const groupName = (code: string) => groups.value.find((g) => g.code === code)?.name ?? code
  /** An edition by name: “Belgium, Dutch”. */
  const timeZoneOf = (storefront: string) => storefronts.value.find((s) => s.code === storefront)?.timeZone ?? 'UTC'
  const editionName = (storefront: string, language: string) =>
    `${storefrontName(storefront)}, ${bareLanguageName(language)}`
  /** The product types by their names. */
  const typeOptions = computed(() => [...types.value.values()].map((t) => option(t.code, label(t.labels, t.code))))
  const languages = computed(() =>
    [source.value, ...new Set(storefronts.value.flatMap((s) => s.editions.map((e) => e.language)))].filter(
      (l, i, all) => all.indexOf(l) === i,
    ),
  )
  const editionsIn = (language: string) => {
    const all = storefronts.value.flatMap((s) => s.editions.filter((e) => e.language === language))
    return all.length > 0 ? all : [{ language, borrow: [] }]
  }
  /** The languages in which some edition has no label, of its own or borrowed. */
  const languagesWithout = (labels: Record<string, string>) =>
    languages.value.filter((l) => editionsIn(l).some((e) => !hasLabel(labels, e)))
  return {
    load,
    reload,
    languages,
    languagesWithout,
    source,
    storefronts,
    attributes,
    types,
    categories,
    brands,
    lists,
    groups,
    campaigns,
    rules,
    fields,
    forCore,
    label,
    storefrontName,
    groupName,
    editionName,
    timeZoneOf,
    typeOptions,
  }
})
