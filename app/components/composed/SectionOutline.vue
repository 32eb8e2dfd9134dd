<script setup lang="ts">
import type { AnySection } from '@core/composed/page'
import { sectionKindNames, sectionKinds, type SectionKindName } from '@core/composed/sections/registry'
import { newSection, sectionTitle } from './composedWords'

/** The sections of a page in their order: one is chosen, moved, removed or added. */
const sections = defineModel<AnySection[]>({ required: true })
const at = defineModel<number>('at', { required: true })
const props = defineProps<{
  language: string
  readonly: boolean
  /** Why a section does not stand on the page, by its code. */
  reasons: Readonly<Record<string, string>>
}>()
const list = useTemplateRef<HTMLElement>('list')

function move(from: number, to: number) {
  if (to < 0 || to >= sections.value.length) return
  sections.value = moved(sections.value, from, to)
  at.value = to
  void nextTick(() => list.value?.querySelectorAll<HTMLElement>('[data-choose]')[to]?.focus())
}
useReorder(() => (props.readonly ? null : list.value), move)

function add(kind: SectionKindName) {
  const before = sections.value
  sections.value = [...before, newSection(kind, before)]
  at.value = before.length
}

function remove(i: number) {
  const left = sections.value.filter((_, n) => n !== i)
  sections.value = left
  at.value = Math.max(0, Math.min(at.value, left.length - 1))
}
</script>

<template>
  <section aria-label="Sections">
    <h2 class="section-head">Sections</h2>
    <p v-if="sections.length === 0" class="pt-1.5 text-ink2">None yet. Begin with a hero.</p>
    <ol ref="list">
      <li
        v-for="(s, i) in sections"
        :key="s.code"
        data-entry
        class="inline-row ruled"
        :class="{ 'bg-indigowash': i === at }"
        @keydown.alt.up.prevent="move(i, i - 1)"
        @keydown.alt.down.prevent="move(i, i + 1)"
      >
        <span data-handle class="w-5 cursor-grab text-center text-ink3" aria-hidden="true">{{ i + 1 }}</span>
        <button
          type="button"
          data-choose
          class="min-h-8 min-w-0 flex-1 text-start"
          :aria-current="i === at"
          @click="at = i"
        >
          <span class="block truncate font-semibold">{{ sectionTitle(s, language) || sectionKinds[s.kind].name }}</span>
          <small class="block truncate" :class="reasons[s.code] ? 'text-ochre' : 'text-ink2'">{{
            reasons[s.code] ?? sectionKinds[s.kind].name
          }}</small>
        </button>
        <span v-if="!readonly">
          <IconButton icon="up" :disabled="i === 0" :label="`Move section ${i + 1} up`" @click="move(i, i - 1)" />
          <IconButton
            icon="down"
            :disabled="i === sections.length - 1"
            :label="`Move section ${i + 1} down`"
            @click="move(i, i + 1)"
          />
          <IconButton icon="remove" :label="`Remove section ${i + 1}`" @click="remove(i)" />
        </span>
      </li>
    </ol>
    <p v-if="!readonly" class="flex flex-wrap gap-2 pt-2">
      <button v-for="kind in sectionKindNames" :key="kind" type="button" class="act" @click="add(kind)">
        Add {{ sectionKinds[kind].name.toLowerCase() }}
      </button>
    </p>
  </section>
</template>
