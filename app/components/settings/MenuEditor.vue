<script setup lang="ts">
import { directionOf } from '@core/language/chain'
import { menuEntries, type MenuEntry } from '@core/page/phrases'
import type { StandingPage } from '@core/page/layout'
import { codeOfName, freeCode } from '@core/text/code'

/**
 * A storefront's menu with its nesting: what each entry leads to, and what it is called in the source and in one
 * language.
 */
const menu = defineModel<MenuEntry[]>({ required: true })
const props = defineProps<{ disabled: boolean; language: string; pages: StandingPage[] }>()
const setup = useSetupStore()
const flat = computed(() => [...menuEntries(menu.value)])
/** The menu with one list of entries changed: those under an entry, or the first level. */
function change(under: string | null, how: (entries: MenuEntry[]) => MenuEntry[]) {
  const visit = (entries: MenuEntry[]): MenuEntry[] =>
    entries.map((e) => ({ ...e, children: e.code === under ? how(e.children) : visit(e.children) }))
  menu.value = under === null ? how(menu.value) : visit(menu.value)
}
const parentOf = (above: readonly MenuEntry[]) => above.at(-1)?.code ?? null
const set = (above: readonly MenuEntry[], code: string, more: Partial<MenuEntry>) =>
  change(parentOf(above), (list) => list.map((e) => (e.code === code ? { ...e, ...more } : e)))
function name(entry: MenuEntry, above: readonly MenuEntry[], language: string, text: string) {
  const { [language]: _, ...rest } = entry.names
  set(above, entry.code, { names: text.trim() === '' ? rest : { ...rest, [language]: text.trim() } })
}
function move(entry: MenuEntry, above: readonly MenuEntry[], by: number) {
  change(parentOf(above), (list) => {
    const from = list.findIndex((e) => e.code === entry.code)
    const to = from + by
    if (to < 0 || to >= list.length) return list
    const out = [...list]
    out.splice(to, 0, out.splice(from, 1)[0]!)
    return out
  })
}
function add(under: string | null) {
  const code = freeCode(codeOfName('entry', 'entry'), (c) => flat.value.some((f) => f.entry.code === c))
  change(under, (list) => [...list, { code, names: { [setup.source]: 'New entry' }, to: null, children: [] }])
}
const take = (entry: MenuEntry, above: readonly MenuEntry[]) =>
  change(parentOf(above), (list) => list.filter((e) => e.code !== entry.code))
/** What an entry leads to, as the choice names it. */
const choiceOf = (to: MenuEntry['to']) =>
  to === null ? '' : 'category' in to ? `category:${to.category}` : 'page' in to ? `page:${to.page}` : 'address'
function lead(entry: MenuEntry, above: readonly MenuEntry[], choice: string) {
  const [kind, code] = choice.split(':') as [string, string | undefined]
  set(above, entry.code, {
    to:
      choice === ''
        ? null
        : kind === 'category'
          ? { category: code! }
          : kind === 'page'
            ? { page: code! }
            : { address: 'https://' },
  })
}
/** What lends its name where the entry has none of its own. */
function lent(entry: MenuEntry, language: string): string {
  const { to } = entry
  if (to && 'category' in to) return setup.categories.get(to.category)?.names[language] ?? ''
  if (to && 'page' in to) return props.pages.find((p) => p.code === to.page)?.titles[language] ?? ''
  return ''
}
const translated = computed(
  () => flat.value.filter(({ entry }) => entry.names[props.language] || lent(entry, props.language)).length,
)
</script>

<template>
  <div>
    <p class="pb-2 text-ink2">
      Entries for a category or standing page take its name in each language.
      {{ translated }} of {{ flat.length }} have a name in {{ languageName(language) }}.
    </p>
    <div class="row border-b border-hair2 pb-1 text-[12.5px] font-semibold">
      <span>Leads to</span><span>{{ languageName(setup.source) }}</span
      ><span>{{ language === setup.source ? '' : languageName(language) }}</span
      ><span />
    </div>
    <ul aria-label="The menu">
      <li
        v-for="{ entry, above } in flat"
        :key="entry.code"
        class="row border-b border-hair py-1"
        @keydown.alt.up.stop.prevent="move(entry, above, -1)"
        @keydown.alt.down.stop.prevent="move(entry, above, 1)"
      >
        <span class="inline-row" :style="{ paddingInlineStart: `${above.length * 16}px` }"
          ><SelectField
            :disabled="disabled"
            :model-value="choiceOf(entry.to)"
            class="w-full"
            :label="`What ${entry.names[setup.source] ?? lent(entry, setup.source)} leads to`"
            :options="[
              option('', 'nothing'),
              option('address', 'an address'),
              ...under(
                'Standing pages',
                pages.map((p) => option(`page:${p.code}`, p.name)),
              ),
              ...under(
                'Categories',
                [...setup.categories.values()].map((c) => option(`category:${c.code}`, setup.label(c.names, c.code))),
              ),
            ]"
            @update:model-value="lead(entry, above, $event)"
        /></span>
        <span
          ><TextField
            :lang="setup.source"
            :placeholder="lent(entry, setup.source)"
            :disabled="disabled"
            maxlength="200"
            :model-value="entry.names[setup.source]"
            class="w-full"
            :label="`Name of ${entry.code} in the source`"
            @commit="name(entry, above, setup.source, $event)" /><TextField
            v-if="entry.to && 'address' in entry.to"
            :disabled="disabled"
            :model-value="entry.to.address"
            class="mt-1 w-full font-mono text-[12px]"
            :label="`Address of ${entry.code}`"
            @commit="set(above, entry.code, { to: { address: $event.trim() } })"
        /></span>
        <span
          ><TextField
            v-if="language !== setup.source"
            :lang="language"
            :dir="directionOf(language)"
            :placeholder="lent(entry, language) || 'missing'"
            :disabled="disabled"
            maxlength="200"
            :model-value="entry.names[language]"
            class="w-full"
            :label="`Name of ${entry.code} in ${languageName(language)}`"
            @commit="name(entry, above, language, $event)"
        /></span>
        <span v-if="!disabled" class="flex gap-1"
          ><IconButton
            icon="up"
            :label="`Move ${entry.code} up`"
            title="Alt ↑"
            @click="move(entry, above, -1)" /><IconButton
            icon="down"
            :label="`Move ${entry.code} down`"
            title="Alt ↓"
            @click="move(entry, above, 1)" /><button
            v-if="above.length < 3"
            type="button"
            class="min-h-6 min-w-6"
            :aria-label="`Add an entry under ${entry.code}`"
            @click="add(entry.code)"
          >
            +</button
          ><IconButton
            icon="remove"
            :label="`Remove ${entry.code} and everything under it`"
            @click="take(entry, above)"
        /></span>
      </li>
    </ul>
    <button v-if="!disabled" type="button" class="plain mt-2 min-h-6" @click="add(null)">Add an entry</button>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr) minmax(0, 1fr) 116px;
  column-gap: 10px;
  align-items: start;
}
</style>
