<script setup lang="ts">
import { toggled } from '@core/lists/toggled'
import type { TypeAttribute, Value } from '@core/attributes/attribute'
import { asGroup, fromBuilder, toBuilder, type BuilderGroup } from '@core/rules/builder'
import { mayNotApply } from '@core/attributes/not-applicable'
import { attributeTypes, displayForTeam } from '@core/attributes/types/registry'
import { typeOfAttribute } from './typeWords'

/** How a product type uses one attribute. */
const use = defineModel<TypeAttribute>({ required: true })
const props = defineProps<{ place: number; disabled?: boolean }>()
const emit = defineEmits<{ remove: [] }>()
const setup = useSetupStore()
const attribute = computed(() => setup.attributes.get(use.value.attribute))
const label = computed(() => setup.label(attribute.value?.labels, use.value.attribute))
const set = (change: Partial<TypeAttribute>) => {
  use.value = { ...use.value, ...change }
}
const open = ref<'' | 'where' | 'default'>('')
const where = computed(() =>
  [
    use.value.requiredIn.length > 0 && `in ${use.value.requiredIn.map(setup.storefrontName).join(', ')}`,
    use.value.requiredWhere && 'under a condition',
  ]
    .filter(Boolean)
    .join(', '),
)
const rule = computed<BuilderGroup>({
  get: () => toBuilder(asGroup(use.value.requiredWhere), setup.forCore),
  set: (group) => {
    const condition = fromBuilder(group, setup.forCore)
    set({ requiredWhere: 'all' in condition && condition.all.length === 0 ? null : condition })
  },
})
const draft = ref<Value | null>(null)
const problem = ref<string>()
function setDefault(value: Value | null) {
  if (value !== null && problem.value !== undefined) return
  set({ default: value })
  open.value = ''
}
function openDefault() {
  draft.value = structuredClone(toRaw(use.value.default))
  open.value = open.value === 'default' ? '' : 'default'
}
const shownDefault = computed(() => {
  const { default: value } = use.value
  if (value === null || !attribute.value) return ''
  return displayForTeam(value, attribute.value, { language: setup.source, labels: [setup.source] })
})
const toggle = (code: string) => set({ requiredIn: toggled(use.value.requiredIn, code) })
</script>

<template>
  <div>
    <div class="row">
      <span data-handle class="drag-number" :title="`Drag to move ${label}`">{{ props.place }}</span>
      <span class="truncate"
        ><NuxtLink class="hover:underline" :to="`/settings/attributes/${segment(use.attribute)}`">{{ label }}</NuxtLink
        ><small v-if="attribute" class="ml-2 text-ink2">{{ typeOfAttribute(attribute) }}</small></span
      >
      <span class="inline-row"
        ><CheckBox
          :disabled="disabled"
          :model-value="use.required"
          @update:model-value="set({ required: !use.required })"
          >required<span class="sr-only">: {{ label }}</span></CheckBox
        ><button
          v-if="use.required"
          class="plain max-w-[150px] truncate"
          type="button"
          :aria-expanded="open === 'where'"
          :aria-label="`${where || 'everywhere'}: where ${label} is required`"
          @click="open = open === 'where' ? '' : 'where'"
        >
          {{ where || 'everywhere' }}
        </button></span
      >
      <CheckBox
        :disabled="disabled"
        :model-value="use.perVariant"
        @update:model-value="set({ perVariant: !use.perVariant })"
        >per variant<span class="sr-only">: {{ label }}</span></CheckBox
      >
      <button
        class="plain justify-self-start truncate"
        type="button"
        :disabled="disabled"
        :aria-expanded="open === 'default'"
        :aria-label="`${shownDefault || 'no default'}: default of ${label}`"
        @click="openDefault"
      >
        {{ shownDefault || 'no default' }}
      </button>
      <IconButton icon="remove" v-if="!disabled" :label="`Remove ${label} from the type`" @click="emit('remove')" />
    </div>
    <div v-if="open === 'where'" class="mb-2 ml-8 border-l-2 border-hair2 pl-3">
      <fieldset class="flex flex-wrap gap-x-4 gap-y-1 py-1">
        <legend class="sr-only">Storefronts in which {{ label }} is required</legend>
        <span class="text-ink2">In</span
        ><CheckBox
          v-for="s in setup.storefronts"
          :key="s.code"
          :disabled="disabled"
          :model-value="use.requiredIn.includes(s.code)"
          @update:model-value="toggle(s.code)"
          >{{ s.name }}</CheckBox
        ><span class="text-ink2">{{ use.requiredIn.length === 0 ? 'none selected: all' : '' }}</span>
      </fieldset>
      <p class="py-1 text-ink2">and only for products that meet</p>
      <ConditionGroup v-model="rule" :disabled="disabled" />
    </div>
    <form
      v-if="open === 'default' && attribute"
      class="mb-2 ml-8 flex items-end gap-3 border-l-2 border-hair2 pl-3"
      @submit.prevent="setDefault(draft)"
    >
      <ValueInput
        v-model="draft"
        v-model:problem="problem"
        class="min-w-60"
        :attribute="attribute"
        :language="setup.source"
        :label="`Default of ${label}`"
        :values="[]"
        offers-not-applicable
        @done="setDefault(draft)"
      /><button class="act" type="submit">Save default</button
      ><button v-if="use.default !== null" class="plain" type="button" @click="setDefault(null)">No default</button>
    </form>
    <div
      v-if="open === 'default' && attribute && mayNotApply(attribute, attributeTypes[attribute.type])"
      class="mb-2 ml-8 grid max-w-[560px] grid-cols-[200px_minmax(0,1fr)] items-start gap-x-3 border-l-2 border-hair2 pl-3"
    >
      <span class="pt-1.5 text-ink2">Shoppers read where it does not apply</span
      ><LabelsInput
        :model-value="use.notApplicable"
        :label="`What shoppers read where ${label} does not apply`"
        :disabled="disabled"
        @update:model-value="set({ notApplicable: $event })"
      />
    </div>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 24px minmax(180px, 1fr) 220px 110px 130px 22px;
  column-gap: 12px;
  align-items: center;
  min-height: 30px;
  border-bottom: 1px solid var(--hair);
}
</style>
