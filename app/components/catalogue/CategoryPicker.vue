<script setup lang="ts">
import { matchCategories } from '@core/catalogue/find-category'
import { typeOfCategory } from '@core/catalogue/model'

/** Chooses a category by typing: the deepest that fits stands first. */
const code = defineModel<string | null>({ required: true })
defineProps<{ label: string; disabled?: boolean; placeholder?: string }>()
const setup = useSetupStore()
const lens = useLensStore()
const q = ref('')
const names = (path: string[]) => path.map((c) => lens.label(setup.categories.get(c)?.names, c)).join(' › ')
const found = computed(() => matchCategories(q.value, setup.forCore))
const shown = (c: string | null) => (c === null ? '' : lens.label(setup.categories.get(c)?.names, c))
const typeOf = (c: string) => {
  const type = typeOfCategory(setup.forCore, c)
  return type ? lens.label(setup.types.get(type)?.labels, type) : ''
}
</script>

<template>
  <ComboField
    v-model="code"
    v-model:query="q"
    :label="label"
    :items="found"
    :key-of="(m) => m.code"
    :shown="shown"
    :placeholder="placeholder ?? 'Type part of its name'"
    :disabled="disabled"
    empty="No category matches."
  >
    <template #default="{ item }">
      <span>{{ names(item.path) }}</span>
      <span class="beside">{{ typeOf(item.code) }}</span>
    </template>
  </ComboField>
</template>
