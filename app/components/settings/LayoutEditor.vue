<script setup lang="ts">
import { capitalised } from '@core/language/letters'
import { areaName, areas as standard } from '@core/assignments/areas'
import { areaForms, looks, startingLooks, type Layout, type LayoutException, type Look } from '@core/page/layout'
import { sentenceOf } from '@core/rules/sentence'
import { codeOfName } from '@core/text/code'
import { changeWords, formWords, lookValueWords, lookWords, partWords } from './layoutWords'

/**
 * What a storefront's product page is made of: areas from top to bottom, built-in parts among what assignments bring,
 * exceptions, splits, and how it is drawn.
 */
const layout = defineModel<Layout>({ required: true })
const props = defineProps<{ disabled: boolean }>()
const setup = useSetupStore()
const lens = useLensStore()
const setArea = (i: number, change: Partial<Layout['areas'][number]>) => {
  layout.value = { ...layout.value, areas: layout.value.areas.map((a, j) => (j === i ? { ...a, ...change } : a)) }
}
const setPart = (i: number, change: Partial<Layout['parts'][number]>) => {
  layout.value = { ...layout.value, parts: layout.value.parts.map((p, j) => (j === i ? { ...p, ...change } : p)) }
}
const list = useTemplateRef<HTMLElement>('list')
const move = (from: number, to: number) => {
  if (to >= 0 && to < layout.value.areas.length)
    layout.value = { ...layout.value, areas: moved(layout.value.areas, from, to) }
}
useReorder(() => (props.disabled ? null : list.value), move)
const newArea = ref('')
function addArea() {
  const name = newArea.value.trim()
  const area = codeOfName(name, 'area').slice(0, 40)
  if (name === '' || layout.value.areas.some((a) => a.area === area)) return
  layout.value = {
    ...layout.value,
    areas: [...layout.value.areas, { area, name, as: 'plain', limit: null, needed: false }],
  }
  newArea.value = ''
}
const isStandard = (area: string) => (standard as readonly string[]).includes(area)
const languages = computed(() => [
  ...new Set([
    setup.source,
    ...(setup.storefronts.find((s) => s.code === lens.storefront)?.editions.map((e) => e.language) ?? []),
  ]),
])
const titled = ref('')
const shownLanguage = computed(() =>
  languages.value.includes(titled.value)
    ? titled.value
    : languages.value.includes(lens.language)
      ? lens.language
      : setup.source,
)
const rules = computed(() => [...setup.rules.values()])
const exceptionRule = ref('')
const exceptionChange = ref<LayoutException['change'] | null>(null)
const missing = computed(() =>
  (['description', 'facts', 'reviews', 'faq'] as const).filter((p) => !layout.value.parts.some((x) => x.part === p)),
)
function addException() {
  const rule = setup.rules.get(exceptionRule.value)
  const change = exceptionChange.value
  if (!rule || !change) return
  const made: LayoutException = { name: rule.name, rule: { field: 'rule', is: 'equals', value: rule.code }, change }
  layout.value = { ...layout.value, exceptions: [...layout.value.exceptions, made] }
}
const setSplit = (levels: (2 | 3 | 4)[]) => {
  layout.value = {
    ...layout.value,
    split:
      levels.length === 0 && (layout.value.split?.except.length ?? 0) === 0
        ? null
        : { levels, except: layout.value.split?.except ?? [] },
  }
}
const look = (key: keyof Look, value: string) => {
  layout.value = { ...layout.value, look: { ...layout.value.look, [key]: value } }
}
const isLook = (l: Look) => Object.entries(l).every(([k, v]) => layout.value.look[k as keyof Look] === v)
</script>

<template>
  <div class="grid gap-5">
    <CheckBox :disabled="disabled" :model-value="layout.off" @update:model-value="layout = { ...layout, off: $event }"
      >Switch pieces off here: pages show only their built-in parts</CheckBox
    >
    <section aria-label="Areas">
      <h2>Areas, from top to bottom</h2>
      <div
        class="grid grid-cols-[24px_minmax(0,1fr)_186px_76px_90px_76px] gap-x-2 border-b border-hair pb-0.5 text-[12px] text-ink2"
      >
        <span /><span>Area</span><span>Shown as</span><span>At most</span><span>Required</span><span />
      </div>
      <ol ref="list">
        <li
          v-for="(a, i) in layout.areas"
          :key="a.area"
          data-entry
          class="grid grid-cols-[24px_minmax(0,1fr)_186px_76px_90px_76px] items-center gap-x-2 border-b border-hair py-0.5"
          @keydown.alt.up.prevent="move(i, i - 1)"
          @keydown.alt.down.prevent="move(i, i + 1)"
        >
          <span data-handle class="cursor-grab text-center text-ink3" aria-hidden="true">⁝</span
          ><span class="truncate"
            >{{ capitalised(areaName(a.area, [a]))
            }}<small v-if="!isStandard(a.area)" class="code pl-1.5">{{ a.area }}</small></span
          >
          <SelectField
            :disabled="disabled"
            :model-value="a.as"
            :label="`How ${areaName(a.area, [a])} is shown`"
            :options="withWords(areaForms, formWords)"
            @update:model-value="setArea(i, { as: $event })"
          />
          <NumberField
            class="w-full"
            placeholder="any"
            :label="`Most parts in ${areaName(a.area, [a])}`"
            :model-value="a.limit"
            :disabled="disabled"
            whole
            :least="1"
            :most="1000"
            @update:model-value="setArea(i, { limit: $event })"
          />
          <CheckBox
            :disabled="disabled"
            :model-value="a.needed"
            :label="`${areaName(a.area, [a])} is required`"
            @update:model-value="setArea(i, { needed: $event })"
            >required</CheckBox
          >
          <span class="text-right"
            ><template v-if="!disabled"
              ><IconButton
                icon="up"
                :disabled="i === 0"
                :label="`Move ${areaName(a.area, [a])} up`"
                @click="move(i, i - 1)" /><IconButton
                icon="down"
                :disabled="i === layout.areas.length - 1"
                :label="`Move ${areaName(a.area, [a])} down`"
                @click="move(i, i + 1)" /><IconButton
                icon="remove"
                v-if="!isStandard(a.area)"
                :label="`Remove ${areaName(a.area, [a])}`"
                @click="layout = { ...layout, areas: layout.areas.filter((x) => x !== a) }" /></template
          ></span>
        </li>
      </ol>
      <p v-if="!disabled" class="flex items-center gap-2 pt-1.5">
        <TextField
          v-model="newArea"
          placeholder="new area"
          maxlength="60"
          @keydown.enter.prevent="addArea"
          class="w-52"
          label="Name of the new area"
        /><button type="button" class="plain" @click="addArea">Add an area</button>
      </p>
    </section>
    <section aria-label="Built-in parts">
      <h2 class="title-row">
        Built-in parts
        <SelectField
          v-model="titled"
          class="ml-auto text-[12.5px] font-normal"
          label="Language of the titles"
          :options="[
            option('', `titles in ${languageName(shownLanguage)}`),
            ...withWords(languages, (l) => `titles in ${languageName(l)}`),
          ]"
        />
      </h2>
      <div
        v-for="(p, i) in layout.parts"
        :key="p.part"
        class="grid grid-cols-[110px_150px_90px_minmax(0,1fr)_24px] items-center gap-2 border-b border-hair py-0.5"
      >
        <span>{{ partWords[p.part] }}</span>
        <SelectField
          :disabled="disabled"
          :model-value="p.area"
          :label="`Area of ${partWords[p.part]}`"
          :options="layout.areas.map((a) => option(a.area, areaName(a.area, [a])))"
          @update:model-value="setPart(i, { area: $event })"
        />
        <NumberField
          class="w-full"
          :label="`Order of ${partWords[p.part]}`"
          :model-value="p.order"
          :disabled="disabled"
          required
          whole
          @update:model-value="setPart(i, { order: $event! })"
        />
        <TextField
          :lang="shownLanguage"
          :disabled="disabled"
          maxlength="120"
          :model-value="p.titles[shownLanguage]"
          class="w-full"
          :label="`Title of ${partWords[p.part]} in ${languageName(shownLanguage)}`"
          @commit="setPart(i, { titles: { ...p.titles, [shownLanguage]: $event } })"
        />
        <IconButton
          icon="remove"
          v-if="!disabled"
          :label="`Remove ${partWords[p.part]}`"
          @click="layout = { ...layout, parts: layout.parts.filter((x) => x !== p) }"
        />
      </div>
      <p v-if="missing.length && !disabled" class="flex gap-3 pt-1.5">
        <button
          v-for="m in missing"
          :key="m"
          type="button"
          class="plain"
          @click="
            layout = { ...layout, parts: [...layout.parts, { part: m, area: 'details', order: 100, titles: {} }] }
          "
        >
          Add {{ partWords[m]!.toLowerCase() }}
        </button>
      </p>
    </section>
    <section aria-label="Exceptions">
      <h2>Exceptions for some products</h2>
      <p class="pb-1 text-ink2">
        A named rule can change the layout for some products. If several match, the last one counts.
      </p>
      <ul>
        <li v-for="(e, i) in layout.exceptions" :key="i" class="flex items-baseline gap-3 border-b border-hair py-1">
          <span>{{ changeWords(e.change, layout.areas) }}</span><span class="font-serif italic text-ink2">{{
            sentenceOf(e.rule, setup.forCore)
          }}</span
          ><IconButton
            icon="remove"
            v-if="!disabled"
            class="ml-auto"
            :label="`Remove the exception ${e.name}`"
            @click="layout = { ...layout, exceptions: layout.exceptions.filter((x) => x !== e) }"
          />
        </li>
      </ul>
      <form v-if="!disabled" class="flex flex-wrap items-center gap-2 pt-1.5" @submit.prevent="addException">
        <template v-if="rules.length"
          ><span class="text-ink2">Products of</span
          ><SelectField
            v-model="exceptionRule"
            class="max-w-44"
            label="Named rule of the exception"
            placeholder="a named rule"
            :options="byRecord(rules)"
          /><span class="text-ink2">are shown</span>
          <LayoutChangeForm v-model="exceptionChange" :layout="layout" />
          <button class="plain" type="submit" :disabled="!exceptionRule || !exceptionChange">
            Add exception
          </button></template
        >
        <span v-else class="text-ink2"
          >Create a rule first, under <NuxtLink class="plain" to="/rules">named rules</NuxtLink>.</span
        >
      </form>
    </section>
    <section aria-label="Splitting descriptions">
      <h2>Splitting descriptions</h2>
      <p class="pb-1 text-ink2">
        Long descriptions are split into parts at their headings, unless their product type has its own setting. Try it
        on a product, under “Split description”.
      </p>
      <fieldset class="cluster" :disabled="disabled">
        <legend class="sr-only">Levels of headings</legend>
        <CheckBox
          v-for="(l, i) in [2, 3, 4] as const"
          :key="l"
          :model-value="layout.split?.levels.includes(l) ?? false"
          @update:model-value="
            setSplit(
              layout.split?.levels.includes(l)
                ? layout.split.levels.filter((x) => x !== l)
                : ([...(layout.split?.levels ?? []), l].sort() as (2 | 3 | 4)[]),
            )
          "
          >headings {{ i + 1 }}</CheckBox
        >
      </fieldset>
      <p v-if="layout.split?.except.length" class="text-ink2">
        except at
        <template v-for="(x, i) in layout.split.except" :key="x"
          ><template v-if="i">, </template>“{{ x }}”
          <IconButton
            icon="remove"
            v-if="!disabled"
            class="px-0.5"
            :label="`Split at ${x} again`"
            @click="
              layout = { ...layout, split: { ...layout.split!, except: layout.split!.except.filter((e) => e !== x) } }
            "
        /></template>
      </p>
    </section>
    <section aria-label="Style">
      <h2>Style</h2>
      <p class="flex flex-wrap gap-3 pb-1.5">
        <button
          v-for="(s, k) in startingLooks"
          :key="k"
          type="button"
          class="act"
          :class="{ 'bg-indigowash': isLook(s.look) }"
          :aria-pressed="isLook(s.look)"
          :disabled="disabled"
          @click="layout = { ...layout, look: s.look }"
        >
          {{ s.name }}
        </button>
      </p>
      <fieldset
        v-for="(values, key) in looks"
        :key="key"
        class="flex flex-wrap items-center gap-x-4"
        :disabled="disabled"
      >
        <legend class="float-left w-28 text-ink2">{{ lookWords[key] }}</legend>
        <label v-for="v in values" :key="v" class="inline-row"
          ><input type="radio" :name="`look-${key}`" :checked="layout.look[key] === v" @change="look(key, v)" />{{
            lookValueWords[v]
          }}</label
        >
      </fieldset>
    </section>
  </div>
</template>
