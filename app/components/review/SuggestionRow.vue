<script setup lang="ts">
import { diffWordsWithSpace } from 'diff'
import type { SuggestionDocument } from '@contracts/drafting'
import type { Value } from '@core/attributes/attribute'
import { directionOf } from '@core/language/chain'
import { textOf } from '@core/translation/state'
import { attributeTypes } from '@core/attributes/types/registry'
import type { FoundPlace } from '../editor/places'

/** One suggestion: what stands there and what is suggested, side by side, with what is to be said about it. */
const props = defineProps<{
  one: SuggestionDocument
  current: boolean
  selected: boolean
  editing: boolean
  /** What was written before, and could not be accepted. */ began?: Value | undefined
  readonly: boolean
  storefront: string
}>()
const emit = defineEmits<{ mark: []; accept: [Value | undefined]; refuse: []; edit: []; leave: []; reopen: [] }>()
const setup = useSetupStore()
const attribute = computed(() => setup.attributes.get(props.one.attribute))
const type = computed(() => attribute.value?.type ?? 'text')
const language = computed(() => props.one.language ?? setup.source)
const label = computed(() =>
  props.one.picture !== null
    ? `Text of ${props.one.picture}`
    : setup.label(attribute.value?.labels, props.one.attribute),
)
const draft = ref<Value | null>(null)
const problem = ref<string>()
const places = shallowRef<FoundPlace[]>()
watch(
  () => props.editing,
  (now) => {
    if (now) draft.value = structuredClone(toRaw(props.began ?? props.one.value))
  },
  { immediate: true },
)
/** A text without its markup, its inline values as they read. */
const plain = (v: Value) =>
  textOf(v)
    .replace(/<data value="([^"]*)"><\/data>/g, (whole, a: string) => props.one.values[a] ?? whole)
    .replaceAll('</p><p>', '</p>\n<p>')
    .split('\n')
    .map(plainShown)
    .join('\n')
const isText = computed(() => {
  const { isText: written, formatted } = attributeTypes[type.value]
  return written && (formatted !== undefined || typeof props.one.value === 'string')
})
/** Texts that share less than this are two texts, and are read more easily without marks. */
const comparable = 0.3
/** What differs, word by word, where the text that stands there is another wording of the same. */
const differences = computed(() => {
  if (!isText.value || props.one.now === null) return undefined
  const parts = diffWordsWithSpace(plain(props.one.now), plain(props.one.value))
  const length = (of: (p: (typeof parts)[number]) => boolean) =>
    parts.filter(of).reduce((n, p) => n + p.value.length, 0)
  const kept = length((p) => !p.added && !p.removed)
  return kept >= comparable * Math.max(kept + length((p) => p.added), kept + length((p) => p.removed))
    ? parts
    : undefined
})
const open = computed(() => props.one.state === 'open')
const names = (codes: string[]) => codes.map((c) => setup.label(setup.attributes.get(c)?.labels, c)).join(', ')
const offered = computed(() =>
  [...setup.attributes.values()]
    .filter((a) => a.serves.includes('facts'))
    .map((a) => ({ address: `attribute:${a.code}`, label: setup.label(a.labels, a.code) })),
)
function save() {
  if (draft.value !== null && problem.value === undefined) emit('accept', draft.value)
}
</script>

<template>
  <article
    class="border-b border-hair px-5 py-2.5"
    :class="{ current, faded: !open }"
    :aria-label="`${label}, ${one.name}`"
    @keydown.ctrl.enter.stop.prevent="editing && save()"
    @keydown.esc.stop="editing && emit('leave')"
  >
    <header class="mb-1 flex items-baseline gap-3 text-[12.5px]">
      <CheckBox
        v-if="open && !readonly"
        tabindex="-1"
        :model-value="selected"
        class="h-4 w-4 self-center"
        :label="`Select: ${label} of ${one.name}`"
        @update:model-value="emit('mark')"
      />
      <b class="whitespace-nowrap font-semibold">{{ label }}</b>
      <span v-if="one.language" class="whitespace-nowrap text-ink2">{{ languageName(one.language) }}</span><span
        v-if="one.storefront"
        class="whitespace-nowrap text-ink2"
        >only {{ setup.storefrontName(one.storefront) }}</span
      >
      <NuxtLink
        class="link-button"
        tabindex="-1"
        :to="
          one.picture
            ? `/media/${segment(one.picture)}`
            : { path: `/catalogue/${segment(one.sku)}`, query: { field: one.attribute } }
        "
        >{{ one.name }} <span class="code">{{ one.sku }}</span></NuxtLink
      >
      <span v-if="open && !readonly && !editing" class="ml-auto flex shrink-0 gap-3" :class="{ hidden: !current }"
        ><button type="button" class="plain" :tabindex="current ? 0 : -1" @click="emit('accept', undefined)">
          Accept <span class="key">a</span></button
        ><button type="button" class="plain" :tabindex="current ? 0 : -1" @click="emit('edit')">
          Edit <span class="key">e</span></button
        ><button type="button" class="plain" :tabindex="current ? 0 : -1" @click="emit('refuse')">
          Reject <span class="key">x</span>
        </button></span
      >
      <span v-else-if="!open" class="ml-auto shrink-0 text-ink2"
        >{{ one.state
        }}<template v-if="one.decided"> by {{ one.decided.by ?? 'nobody' }}, {{ whenShown(one.decided.at) }}</template>
        {{ ' '
        }}<button v-if="!readonly && one.state !== 'replaced'" type="button" class="plain ml-2" @click="emit('reopen')">
          Undo
        </button></span
      >
    </header>
    <div class="grid grid-cols-2 gap-6">
      <div class="min-w-0" :lang="language" :dir="directionOf(language)">
        <span class="sr-only">Current:</span>
        <p v-if="one.now === null" class="text-ink3">Empty so far.</p>
        <p v-else-if="differences" class="prose whitespace-pre-line">
          <template v-for="(d, i) in differences" :key="i"
            ><del v-if="d.removed" class="gone">{{ d.value }}</del
            ><span v-else-if="!d.added">{{ d.value }}</span></template
          >
        </p>
        <ValueShown
          v-else
          :value="one.now"
          :type="type"
          :language="language"
          :attribute="attribute"
          :values="one.values"
        />
      </div>
      <div class="min-w-0" :lang="language" :dir="directionOf(language)">
        <span class="sr-only">Suggested:</span>
        <template v-if="editing">
          <ValueInput
            v-if="attribute"
            v-model="draft"
            v-model:problem="problem"
            :attribute="attribute"
            :language="language"
            :label="`${label}, as it is accepted`"
            :values="offered"
            :places="places"
            @done="save"
          />
          <TextField
            v-else
            @keydown.enter.prevent="save"
            :model-value="String(draft ?? '')"
            class="w-full font-serif"
            :label="`${label}, as it is accepted`"
            @update:model-value="draft = $event"
          />
          <StyleFindings
            v-if="isText && attribute"
            :value="draft"
            :field="one.attribute"
            :type="type"
            :storefront="storefront"
            :language="language"
            @mend="draft = $event"
            @places="places = $event"
          />
          <p class="actions">
            <button type="button" class="act main" @click="save">
              Accept <span class="opacity-70">Ctrl Enter</span></button
            ><button type="button" class="plain" @click="emit('leave')">Cancel <span class="key">Esc</span></button>
          </p>
        </template>
        <template v-else>
          <p v-if="differences" class="prose whitespace-pre-line">
            <template v-for="(d, i) in differences" :key="i"
              ><ins v-if="d.added" class="come">{{ d.value }}</ins
              ><span v-else-if="!d.removed">{{ d.value }}</span></template
            >
          </p>
          <ValueShown
            v-else
            :value="one.value"
            :type="type"
            :language="language"
            :attribute="attribute"
            :values="one.values"
          />
          <p v-if="open && one.alternatives.length" class="mt-1 text-[12.5px] text-ink2">
            or:
            <button
              v-for="(a, i) in one.alternatives"
              :key="i"
              type="button"
              class="plain mr-2"
              :tabindex="current ? 0 : -1"
              :disabled="readonly"
              @click="emit('accept', a)"
            >
              {{ valueShown(a) }}
            </button>
          </p>
        </template>
      </div>
    </div>
    <ul
      v-if="open && (one.moved || one.changed.length || one.invented.length || one.findings.length) && !editing"
      class="mt-1 text-[12px]"
      aria-label="About this suggestion"
    >
      <li v-if="one.moved" class="text-ochre">Outdated: the value has changed since this was suggested.</li>
      <li v-if="one.changed.length" class="text-ochre">
        Outdated: it was based on {{ names(one.changed) }}, which
        {{ one.changed.length === 1 ? 'has changed' : 'have changed' }} since.
      </li>
      <li v-if="one.invented.length" class="text-madder">
        It claims {{ one.invented.join(', ') }}, which no fact of the product supports.
      </li>
      <li v-for="(f, i) in one.findings" :key="i" :class="f.level === 'blocker' ? 'text-madder' : 'text-ochre'">
        {{ f.message }}
      </li>
    </ul>
    <p v-if="current && open && one.madeFrom.length && !editing" class="mt-1 text-[12px] text-ink2">
      Based on {{ names(one.madeFrom) }}.
    </p>
  </article>
</template>

<style scoped>
.current {
  background: var(--indigo-wash);
  box-shadow: inset 3px 0 var(--indigo);
}
.faded {
  color: var(--ink-2);
}
</style>
