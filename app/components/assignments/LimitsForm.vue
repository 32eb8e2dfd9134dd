<script setup lang="ts">
import { toggled } from '@core/lists/toggled'
import type { Limits } from '@core/assignments/limits'

/** Where, for whom and when something holds, or one of the two alone. What nothing is said of is not limited. */
const limits = defineModel<Limits>({ required: true })
defineProps<{ disabled: boolean; only?: 'where' | 'when' }>()
const lens = useLensStore()
const setup = useSetupStore()
const id = useId()
const languages = computed(() => [...new Set(lens.editions.map((e) => e.language))])
const campaigns = computed(() => [...setup.campaigns.values()])
const set = (change: Partial<Limits>) => {
  limits.value = { ...limits.value, ...change }
}
const toggle = (list: 'storefronts' | 'languages' | 'groups', c: string) =>
  set({ [list]: toggled(limits.value[list], c) })
</script>

<template>
  <div class="grid grid-cols-[90px_minmax(0,1fr)] items-start gap-y-1.5 pt-1.5">
    <template v-if="only !== 'when'">
      <span class="text-ink2">Storefronts</span>
      <fieldset class="cluster" :disabled="disabled">
        <legend class="sr-only">Storefronts (none selected: all)</legend>
        <CheckBox
          v-for="s in setup.storefronts"
          :key="s.code"
          :model-value="limits.storefronts.includes(s.code)"
          :class="`thread-${s.code}`"
          @update:model-value="toggle('storefronts', s.code)"
          ><span class="dot mr-1.5" />{{ s.name }}</CheckBox
        >
      </fieldset>
      <span class="text-ink2">Languages</span>
      <fieldset class="cluster" :disabled="disabled">
        <legend class="sr-only">Languages (none selected: all)</legend>
        <CheckBox
          v-for="l in languages"
          :key="l"
          :model-value="limits.languages.includes(l)"
          @update:model-value="toggle('languages', l)"
          >{{ languageName(l) }}</CheckBox
        >
      </fieldset>
      <span class="text-ink2">Customers</span>
      <fieldset class="cluster" :disabled="disabled">
        <legend class="sr-only">Customer groups (none selected: all)</legend>
        <CheckBox
          v-for="g in setup.groups"
          :key="g.code"
          :model-value="limits.groups.includes(g.code)"
          @update:model-value="toggle('groups', g.code)"
          >{{ g.name.toLowerCase() }}</CheckBox
        >
      </fieldset>
    </template>
    <template v-if="only !== 'where'">
      <label class="pt-1 text-ink2" :for="`${id}-from`">From</label
      ><span class="cluster"
        ><DateField
          :id="`${id}-from`"
          :disabled="disabled"
          with-time="from"
          :model-value="limits.from"
          @update:model-value="set({ from: $event })"
        /><label class="text-ink2"
          >to
          <DateField
            :disabled="disabled"
            with-time="from"
            :model-value="limits.to"
            @update:model-value="set({ to: $event })" /></label
        ><small class="text-ink3">in each storefront’s time zone</small></span
      >
      <template v-if="campaigns.length"
        ><label class="pt-1 text-ink2" :for="`${id}-campaign`">Campaign</label
        ><SelectField
          :id="`${id}-campaign`"
          :disabled="disabled"
          :model-value="limits.campaign"
          :options="[option(null, 'none'), ...byRecord(campaigns)]"
          @update:model-value="set({ campaign: $event })"
      /></template>
    </template>
  </div>
</template>
