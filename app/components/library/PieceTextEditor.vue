<script setup lang="ts">
import type { BlockKind, Entry } from '@core/page/block-kind'
import { directionOf } from '@core/language/chain'
import type { FoundPlace } from '../editor/places'
import type { OfferedValue } from '../editor/offered'

/** The title and text of a piece in one scope; of a block with named fields, what they are filled with. */
const title = defineModel<string>('title', { required: true })
const body = defineModel<string>('body', { required: true })
const entries = defineModel<Entry[]>('entries', { default: () => [] })
const props = defineProps<{
  language: string
  name: string
  values: OfferedValue[]
  disabled: boolean
  hint?: { title: string; language: string }
  /** The attribute that the text is taken from. */ takes: string | null
  blockKind?: BlockKind | undefined
}>()
const lens = useLensStore()
const places = shallowRef<FoundPlace[]>()
const setup = useSetupStore()
const hosts = shallowRef<readonly string[]>([])
watch(
  [() => lens.storefront, () => props.language],
  async () => {
    hosts.value =
      (await houseStyle()).styleFor('piece', { storefront: lens.storefront, language: props.language }).hosts ?? []
  },
  { immediate: true },
)
const takenFrom = computed(() =>
  props.takes === null ? '' : setup.label(setup.attributes.get(props.takes)?.labels, props.takes).toLowerCase(),
)
</script>

<template>
  <div>
    <FormField label="Title, for shoppers">
      <TextField
        v-model="title"
        :lang="language"
        :dir="directionOf(language)"
        :disabled="disabled"
        :placeholder="hint ? `${hint.title} (${languageName(hint.language)})` : ''"
        maxlength="300"
        class="w-full font-serif text-[15px]"
      />
    </FormField>

    <StyleFindings
      v-if="!disabled"
      :value="title || null"
      field="piece"
      type="text"
      :storefront="lens.storefront"
      :language="language"
      @mend="title = String($event)"
    />
    <template v-if="takes">
      <p class="mt-2.5 border-l-2 border-dashed border-ink3 pl-2.5 text-ink2">
        The text is taken from each product’s {{ takenFrom }}. Where a product has none, the piece is not
        shown.<template v-if="body"> The text written here is saved and can be used again.</template>
      </p>
    </template>
    <BlockEntries
      v-else-if="blockKind"
      v-model="entries"
      class="mt-2.5"
      :kind="blockKind"
      :language="language"
      :name="name"
      :values="values"
      :disabled="disabled"
    />
    <template v-else>
      <p class="mb-0.5 mt-2.5 text-ink2" aria-hidden="true">Text</p>
      <RichEditor
        v-model="body"
        :label="`Text in ${name}`"
        :language="language"
        :direction="directionOf(language)"
        :values="values"
        :disabled="disabled"
        full
        :hosts="hosts"
        :places="places"
      />
      <StyleFindings
        v-if="!disabled"
        :value="body || null"
        field="piece"
        type="rich-text"
        :storefront="lens.storefront"
        :language="language"
        @mend="body = String($event)"
        @places="places = $event"
      />
    </template>
  </div>
</template>
