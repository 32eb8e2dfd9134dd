<script setup lang="ts">
import { areaName } from '@core/assignments/areas'
import { areaForms, type AreaForm, type BuiltInPart, type Layout, type LayoutException } from '@core/page/layout'
import { formWords, partWords } from './layoutWords'

/** What differs on some pages: a part that is not there or stands elsewhere, or an area in another style. */
const change = defineModel<LayoutException['change'] | null>({ required: true })
const props = defineProps<{ layout: Pick<Layout, 'areas' | 'parts'> }>()
const form = reactive({
  what: 'hide' as 'hide' | 'move' | 'style',
  part: (props.layout.parts[1]?.part ?? 'description') as BuiltInPart,
  area: 'details' as string,
  as: 'plain' as AreaForm,
  order: 100,
})
const made = computed((): LayoutException['change'] | null => {
  const { what, part, area, as, order } = form
  if (what === 'style') return { area, as }
  if (!props.layout.parts.some((place) => place.part === part)) return null
  return what === 'hide' ? { part, hide: true } : { part, area, order }
})
watch(made, (next) => (change.value = next), { immediate: true })
</script>

<template>
  <SelectField
    as-written
    v-model="form.what"
    label="Difference"
    :options="[
      option('hide', 'without'),
      option('move', 'with another place for'),
      option('style', 'with another style for'),
    ]"
  />
  <SelectField
    as-written
    v-if="form.what !== 'style'"
    v-model="form.part"
    label="Part of the exception"
    :options="layout.parts.map((p) => option(p.part, partWords[p.part]))"
  />
  <SelectField
    as-written
    v-if="form.what !== 'hide'"
    v-model="form.area"
    label="Area of the exception"
    :options="layout.areas.map((a) => option(a.area, areaName(a.area, [a])))"
  />
  <SelectField
    as-written
    v-if="form.what === 'style'"
    v-model="form.as"
    label="Style of the exception"
    :options="withWords(areaForms, formWords)"
  />
  <NumberField
    v-if="form.what === 'move'"
    v-model="form.order"
    class="w-20"
    label="Order of the exception"
    required
    whole
  />
</template>
