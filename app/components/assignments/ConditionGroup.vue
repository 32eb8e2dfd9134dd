<script setup lang="ts">
import {
  isGroup,
  readsVariants,
  valueUnder,
  type BuilderGroup,
  type BuilderNode,
  type BuilderTest,
} from '@core/rules/builder'
import { maxDepth } from '@core/rules/condition'
import { offeredId, offeredOperators } from './offeredOperators'

/** A group of conditions; groups stand within groups. */
const group = defineModel<BuilderGroup>({ required: true })
withDefaults(defineProps<{ depth?: number; disabled?: boolean }>(), { depth: 1 })
const emit = defineEmits<{ remove: [] }>()
const setup = useSetupStore()
const lens = useLensStore()
const root = useTemplateRef<HTMLElement>('root')

const set = (children: BuilderNode[]) => {
  group.value = { ...group.value, children }
}
const replace = (i: number, node: BuilderNode) => set(group.value.children.map((c, j) => (j === i ? node : c)))
function remove(i: number) {
  set(group.value.children.filter((_, j) => j !== i))
  void nextTick(() => root.value?.querySelector<HTMLElement>(':scope > div > [data-adds]')?.focus())
}
function add(node: BuilderNode) {
  set([...group.value.children, node])
  void nextTick(() =>
    [
      ...(root.value?.querySelectorAll<HTMLElement>(
        ':scope > ul > li > .row [data-field], :scope > ul > li > div > .row [data-field]',
      ) ?? []),
    ]
      .at(-1)
      ?.focus(),
  )
}
const bare = (name: string) => name.split('@')[0]!
const fieldOf = (t: BuilderTest) => setup.fields.find((f) => f.name === bare(t.field))
/** The fields that there are, and the one that a condition names although it has gone. */
const fieldOptions = (t: BuilderTest) => {
  const known = setup.fields.map((f) => option(f.name, f.label))
  return fieldOf(t) ? known : [option(bare(t.field), t.field), ...known]
}
const languageOf = (t: BuilderTest) => t.field.split('@')[1] ?? ''
const languages = computed(() => [...new Set(lens.editions.map((e) => e.language))])
function setField(i: number, name: string) {
  const field = setup.fields.find((f) => f.name === name)!
  const first = offeredOperators(field.kind, field.operators)[0]!
  replace(i, { field: name, is: first.is, ...(first.value === undefined ? {} : { value: first.value }) })
}
function setLanguage(i: number, t: BuilderTest, language: string) {
  replace(i, { ...t, field: bare(t.field) + (language && `@${language}`) })
}
function setOperator(i: number, t: BuilderTest, id: string) {
  const field = fieldOf(t)!
  const o = offeredOperators(field.kind, field.operators).find((x) => x.id === id)!
  const value = o.value ?? valueUnder(o.is, t)
  replace(i, { field: t.field, is: o.is, ...(value === undefined ? {} : { value }) })
}
const kinds = [
  { kind: 'all', label: 'all of these' },
  { kind: 'any', label: 'at least one of these' },
  { kind: 'none', label: 'none of these' },
] as const
const variantRows = computed(() =>
  group.value.kind === 'all' ? group.value.children.filter((c) => readsVariants(c, setup.forCore)).length : 0,
)
const newRow = (): BuilderTest => ({ field: 'type', is: 'equals' })
</script>

<template>
  <div
    ref="root"
    class="border-l-2 pl-3"
    :class="
      group.kind === 'none' ? 'border-madder' : group.kind === 'any' ? 'border-dashed border-ink3' : 'border-ink3'
    "
    role="group"
    :aria-label="kinds.find((k) => k.kind === group.kind)?.label ?? 'one and the same variant'"
  >
    <div class="flex flex-wrap items-center gap-2 pb-1">
      <span v-if="group.kind === 'variant'" class="text-ink2">one and the same variant meets</span>
      <SelectField
        v-else
        :disabled="disabled"
        :model-value="group.kind"
        label="Which conditions must be met"
        :options="kinds.map((k) => option(k.kind, k.label))"
        @update:model-value="group = { ...group, kind: $event }"
      />
      <CheckBox
        v-if="variantRows >= 2"
        :disabled="disabled"
        :model-value="group.sameVariant"
        class="text-[12px] text-ink2"
        @update:model-value="group = { ...group, sameVariant: $event }"
        >{{ variantRows }} of them on one and the same variant</CheckBox
      >
      <button v-if="depth > 1 && !disabled" class="plain ml-auto text-[12px]" type="button" @click="emit('remove')">
        Remove group
      </button>
    </div>
    <ul>
      <li v-for="(c, i) in group.children" :key="i" class="py-0.5">
        <ConditionGroup
          v-if="isGroup(c)"
          :model-value="c"
          :depth="depth + 1"
          :disabled="disabled"
          @update:model-value="replace(i, $event)"
          @remove="remove(i)"
        />
        <div v-else class="row flex flex-wrap items-center gap-1.5">
          <SelectField
            data-field
            :disabled="disabled"
            :model-value="bare(c.field)"
            class="max-w-44"
            label="Field"
            :options="fieldOptions(c)"
            @update:model-value="setField(i, $event)"
          />
          <template v-if="fieldOf(c)">
            <SelectField
              as-written
              v-if="fieldOf(c)!.translatable"
              :disabled="disabled"
              :model-value="languageOf(c)"
              :label="`Language of ${fieldOf(c)!.label}`"
              :options="[option('', 'in the source language'), ...withWords(languages, (l) => `in ${l}`)]"
              @update:model-value="setLanguage(i, c, $event)"
            />
            <SelectField
              as-written
              :disabled="disabled"
              :model-value="offeredId(c.is, c.value)"
              :label="`How ${fieldOf(c)!.label} is compared`"
              :options="offeredOperators(fieldOf(c)!.kind, fieldOf(c)!.operators).map((o) => option(o.id, o.label))"
              @update:model-value="setOperator(i, c, $event)"
            />
            <ConditionValue
              :model-value="c.value"
              :field="fieldOf(c)!"
              :is="c.is"
              @update:model-value="
                replace(i, { field: c.field, is: c.is, ...($event === undefined ? {} : { value: $event }) })
              "
            />
          </template>
          <IconButton
            icon="remove"
            v-if="!disabled"
            class="ml-auto"
            :label="`Remove the condition on ${fieldOf(c)?.label ?? c.field}`"
            @click="remove(i)"
          />
        </div>
      </li>
    </ul>
    <p v-if="group.children.length === 0" class="py-0.5 text-ink2">
      {{ group.kind === 'any' ? 'No condition: finds nothing.' : 'No condition: finds everything.' }}
    </p>
    <div v-if="!disabled && group.kind !== 'variant'" class="flex gap-4 pt-1 text-[12.5px]">
      <button class="plain" data-adds type="button" @click="add(newRow())">Add a condition</button
      ><button
        v-if="depth < maxDepth - 1"
        class="plain"
        type="button"
        @click="add({ kind: 'any', sameVariant: true, children: [newRow()] })"
      >
        Add a group
      </button>
    </div>
  </div>
</template>
