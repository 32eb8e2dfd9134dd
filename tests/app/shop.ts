import { createPinia, setActivePinia } from 'pinia'
import { nextTick, reactive } from 'vue'
import type { SetupDocument } from '../../contracts/setup'
import * as options from '../../app/composables/options'
import * as shown from '../../app/composables/shown'
import { testSetup } from '../world'
import './setup'

// The stores of the app over the small set-up of the tests, with an address that can be changed.

type Query = Record<string, string | undefined>

/** The address that the page is at. */
export const route = reactive<{ query: Query; hash: string }>({ query: {}, hash: '' })

Object.assign(globalThis, {
  ...options,
  ...shown,
  useRoute: () => route,
  useRouter: () => ({
    replace: ({ query, hash }: { query: Query; hash?: string }) => {
      const given = Object.entries(query).filter(([, value]) => value !== undefined)
      route.query = Object.fromEntries(given) as Query
      route.hash = hash ?? ''
    },
  }),
})

const { bareLanguageName, languageName, useLensStore } = await import('../../app/stores/lens')
const { useSetupStore } = await import('../../app/stores/setup')
Object.assign(globalThis, { bareLanguageName, languageName, useLensStore, useSetupStore })

/** Opens the stores anew, at an address. */
export async function openStores(query: Query = {}) {
  setActivePinia(createPinia())
  route.query = query
  route.hash = ''
  const { source, attributes, types, categories, brands, lists, groups, campaigns, rules, storefronts } = testSetup()
  const list = <T>(map: ReadonlyMap<string, T>): T[] => [...map.values()]
  const document = {
    source,
    attributes: list(attributes),
    types: list(types),
    categories: list(categories),
    brands: list(brands),
    lists: list(lists),
    groups: list(groups),
    campaigns: list(campaigns),
    rules: list(rules),
    storefronts: list(storefronts),
    fields: [],
  } as unknown as SetupDocument
  Object.assign(globalThis, { call: () => Promise.resolve(document) })
  const setup = useSetupStore()
  await setup.load()
  await nextTick()
  return { setup, lens: useLensStore() }
}
