<script setup lang="ts">
import { attributeTypes, refersTo } from '@core/attributes/types/registry'
import { signNames, signs, signWords } from '@core/page/signs'
import { pieceKinds } from '@core/page/piece'
import type { BlockKind } from '@core/page/block-kind'
import type { PieceRecord } from '@contracts/records'

/** What is said of a piece for the team, and how it gets its text. */
const piece = defineModel<PieceRecord>({ required: true })
const props = defineProps<{
  disabled: boolean
  isNew: boolean
  tags: readonly string[]
  owners: readonly string[]
  blockKinds: readonly BlockKind[]
}>()
const setup = useSetupStore()
const kindWords = { tab: 'a tab', question: 'a question', block: 'a block' } as const
const takeable = computed(() =>
  [...setup.attributes.values()]
    .filter((a) => (attributeTypes[a.type].isText || refersTo(a, 'file')) && a.code !== 'name')
    .map((a) => ({ code: a.code, label: setup.label(a.labels, a.code) }))
    .sort((a, b) => a.label.localeCompare(b.label, 'en')),
)
const known = computed(() => props.tags.filter((t) => !piece.value.tags.includes(t)))
const newTag = ref('')
function addTag() {
  const tag = newTag.value.trim()
  if (tag !== '' && !piece.value.tags.includes(tag)) piece.value.tags = [...piece.value.tags, tag]
  newTag.value = ''
}
</script>

<template>
  <div class="halves !gap-y-2.5">
    <FormField path="name" label="Internal name">
      <TextField v-model="piece.name" :disabled="disabled" maxlength="200" :autofocus="isNew" class="w-full" />
    </FormField>

    <FormField path="note" label="Internal note">
      <TextField v-model="piece.note" :disabled="disabled" maxlength="5000" class="w-full" />
    </FormField>

    <div class="flex flex-wrap items-start gap-3">
      <FormField path="kind" label="Kind">
        <SelectField
          :disabled="disabled || !isNew"
          v-model="piece.kind"
          :options="withWords(pieceKinds, kindWords)"
          @update:model-value="piece.blockKind = null"
        />
      </FormField>

      <FormField path="blockKind" v-if="piece.kind === 'block' && blockKinds.length" label="block type">
        <SelectField
          :disabled="disabled || (!isNew && piece.texts.length > 0)"
          :model-value="piece.blockKind"
          :options="[option(null, 'free text'), ...byRecord(blockKinds)]"
          @update:model-value="piece.blockKind = $event"
        />
      </FormField>

      <FormField path="takes" v-if="piece.blockKind === null" label="Text">
        <SelectField
          :disabled="disabled"
          :model-value="piece.takes"
          class="max-w-52"
          :options="[
            option(null, 'written here'),
            ...takeable.map((a) => option(a.code, `taken from each product’s ${a.label.toLowerCase()}`)),
          ]"
          @update:model-value="piece.takes = $event"
        />
      </FormField>
    </div>
    <div class="flex flex-wrap items-start gap-4">
      <FormField path="owner" label="Owner">
        <TextField
          v-model="piece.owner"
          list="piece-owners"
          placeholder="nobody"
          :disabled="disabled"
          maxlength="200"
          type="email"
          class="w-36"
        />
      </FormField>
      <datalist id="piece-owners"><option v-for="o in owners" :key="o" :value="o" /></datalist>
      <fieldset class="min-w-0 text-ink2" :disabled="disabled">
        <legend class="text-ink2">Icon</legend>
        <span class="mt-0.5 flex flex-wrap">
          <label class="sign" :class="{ on: piece.sign === null }"
            ><input v-model="piece.sign" type="radio" name="sign" :value="null" class="sr-only" /><span
              class="text-[12px]"
              >none</span
            ></label
          >
          <label v-for="n in signNames" :key="n" class="sign" :class="{ on: piece.sign === n }" :title="signWords[n]"
            ><input
              v-model="piece.sign"
              type="radio"
              name="sign"
              :value="n"
              class="sr-only"
              :aria-label="signWords[n]" /><svg
              viewBox="0 0 24 24"
              fill="none"
              stroke="currentColor"
              stroke-width="1.6"
              width="18"
              height="18"
              aria-hidden="true"
            >
              <path :d="signs[n]" /></svg
          ></label>
        </span>
      </fieldset>
    </div>
    <p class="col-span-full flex flex-wrap items-center gap-1.5">
      <span class="mr-1 text-ink2">Tags</span
      ><span
        v-for="t in piece.tags"
        :key="t"
        class="inline-flex items-center gap-1 border border-hair2 px-1.5 py-px text-[12.5px]"
        >{{ t
        }}<IconButton
          icon="remove"
          v-if="!disabled"
          class="px-0.5"
          :label="`Remove the tag ${t}`"
          @click="piece.tags = piece.tags.filter((x) => x !== t)"
      /></span>
      <template v-if="!disabled"
        ><TextField
          v-model="newTag"
          list="piece-tags"
          placeholder="a tag"
          maxlength="60"
          @keydown.enter.prevent="addTag"
          class="w-28"
          label="Add a tag"
          @change="addTag" /><datalist id="piece-tags"><option v-for="t in known" :key="t" :value="t" /></datalist
      ></template>
    </p>
  </div>
</template>

<style scoped>
.sign {
  display: grid;
  place-items: center;
  min-width: 24px;
  height: 26px;
  padding: 0 2px;
  cursor: pointer;
  border-bottom: 2px solid transparent;
  color: var(--ink-2);
}
.sign.on {
  border-bottom-color: var(--ink);
  color: var(--ink);
}
.sign:focus-within {
  outline: 2px solid var(--indigo);
}
</style>
