<script setup lang="ts">
import type { Limits } from '@core/assignments/limits'

/** Where, for whom and when something holds. What nothing is said of is not limited. */
const limits = defineModel<Limits>({ required: true })
defineProps<{ disabled: boolean }>()
const lens = useLensStore()
const setup = useSetupStore()
const id = useId()
const languages = computed(() => [...new Set(lens.editions.map((e) => e.language))])
const campaigns = computed(() => [...setup.campaigns.values()])
const set = (change: Partial<Limits>) => {
  limits.value = { ...limits.value, ...change }
}
function toggle(list: 'storefronts' | 'languages' | 'groups', c: string) {
  const now = limits.value[list]
  set({ [list]: now.includes(c) ? now.filter((x) => x !== c) : [...now, c] })
}
</script>

<template>
  <div class="grid grid-cols-[90px_minmax(0,1fr)] items-start gap-y-1.5 pt-1.5">
    <span class="text-ink2">storefronts</span>
    <fieldset class="flex flex-wrap gap-x-4" :disabled="disabled">
      <legend class="sr-only">Storefronts; none means all</legend>
      <label
        v-for="s in setup.storefronts"
        :key="s.code"
        class="flex min-h-6 items-center gap-1.5"
        :class="`thread-${s.code}`"
        ><input
          type="checkbox"
          :checked="limits.storefronts.includes(s.code)"
          @change="toggle('storefronts', s.code)"
        /><span class="dot" />{{ s.name }}</label
      >
    </fieldset>
    <span class="text-ink2">languages</span>
    <fieldset class="flex flex-wrap gap-x-4" :disabled="disabled">
      <legend class="sr-only">Languages; none means all</legend>
      <label v-for="l in languages" :key="l" class="flex min-h-6 items-center gap-1.5"
        ><input type="checkbox" :checked="limits.languages.includes(l)" @change="toggle('languages', l)" />{{
          languageName(l)
        }}</label
      >
    </fieldset>
    <span class="text-ink2">customers</span>
    <fieldset class="flex flex-wrap gap-x-4" :disabled="disabled">
      <legend class="sr-only">Customer groups; none means all</legend>
      <label v-for="g in setup.groups" :key="g.code" class="flex min-h-6 items-center gap-1.5"
        ><input type="checkbox" :checked="limits.groups.includes(g.code)" @change="toggle('groups', g.code)" />{{
          g.name.toLowerCase()
        }}</label
      >
    </fieldset>
    <label class="pt-1 text-ink2" :for="`${id}-from`">from</label
    ><span class="flex flex-wrap items-center gap-2"
      ><input
        :id="`${id}-from`"
        class="field"
        type="datetime-local"
        :value="limits.from ?? ''"
        :disabled="disabled"
        @change="set({ from: ($event.target as HTMLInputElement).value || null })"
      /><label class="text-ink2"
        >to
        <input
          class="field"
          type="datetime-local"
          :value="limits.to ?? ''"
          :disabled="disabled"
          @change="set({ to: ($event.target as HTMLInputElement).value || null })" /></label
      ><small class="text-ink3">in each storefront’s time zone</small></span
    >
    <template v-if="campaigns.length"
      ><label class="pt-1 text-ink2" :for="`${id}-campaign`">campaign</label
      ><select
        :id="`${id}-campaign`"
        class="field justify-self-start"
        :value="limits.campaign ?? ''"
        :disabled="disabled"
        @change="set({ campaign: ($event.target as HTMLSelectElement).value || null })"
      >
        <option value="">none</option>
        <option v-for="c in campaigns" :key="c.code" :value="c.code">{{ c.name }}</option>
      </select></template
    >
  </div>
</template>
