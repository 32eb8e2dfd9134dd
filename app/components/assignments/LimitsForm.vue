<script setup lang="ts">
import { toggled } from '@core/lists/toggled'
import type { Limits } from '@core/assignments/limits'

/** Where, for whom and when something holds, or one of the two alone. What nothing is said of is not limited. */
const limits = defineModel<Limits>({ required: true })
defineProps<{ disabled: boolean; only?: 'where' | 'when' }>()
const lens = useLensStore()
const setup = useSetupStore()
const id = useId()
/** The limits that are lists to choose from, beside the storefronts. */
const choices = computed(() => [
  {
    list: 'languages' as const,
    label: 'Languages',
    legend: 'Languages',
    options: withWords([...new Set(lens.editions.map((e) => e.language))], languageName),
  },
  {
    list: 'groups' as const,
    label: 'Customers',
    legend: 'Customer groups',
    options: setup.groups.map((g) => option(g.code, g.name.toLowerCase())),
  },
])
const campaigns = computed(() => [...setup.campaigns.values()])
const set = (change: Partial<Limits>) => {
  limits.value = { ...limits.value, ...change }
}
const toggle = (list: 'languages' | 'groups', c: string) => set({ [list]: toggled(limits.value[list], c) })
</script>

<template>
  <div class="grid grid-cols-[90px_minmax(0,1fr)] items-start gap-y-1.5 pt-1.5">
    <template v-if="only !== 'when'">
      <span class="text-ink2">Storefronts</span>
      <fieldset class="cluster" :disabled="disabled">
        <legend class="sr-only">Storefronts (none selected: all)</legend>
        <StorefrontBoxes
          :model-value="limits.storefronts"
          :disabled="disabled"
          @update:model-value="set({ storefronts: $event })"
        />
      </fieldset>
      <template v-for="c in choices" :key="c.list">
        <span class="text-ink2">{{ c.label }}</span>
        <fieldset class="cluster" :disabled="disabled">
          <legend class="sr-only">{{ c.legend }} (none selected: all)</legend>
          <CheckBox
            v-for="o in c.options"
            :key="o.value"
            :model-value="limits[c.list].includes(o.value)"
            @update:model-value="toggle(c.list, o.value)"
            >{{ o.label }}</CheckBox
          >
        </fieldset>
      </template>
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
