<script setup lang="ts">
import { blockFieldTypes } from '@core/page/block-kind'
import { codeOfName } from '@core/text/code'

const route = useRoute()
const code = computed(() => (route.params.code === 'new' ? null : String(route.params.code)))
const setup = useSetupStore()
const session = useSessionStore()
const record = useRecord(
  'block-kinds',
  () => code.value,
  () => ({ code: '', name: '', many: true, fields: [] }),
  (r) => r.name,
)
const { draft } = record
const readonly = computed(() => !session.mayEdit)
const typeWords = { line: 'a line', text: 'a formatted text', link: 'a link', picture: 'a picture' } as const
const name = ref('')
function add() {
  const label = name.value.trim()
  if (label === '') return
  const base = codeOfName(label, 'field')
  draft.value!.fields.push({
    code: draft.value!.fields.some((f) => f.code === base) ? `${base}-${draft.value!.fields.length + 1}` : base,
    type: 'line',
    labels: { [setup.source]: label },
  })
  name.value = ''
}
const list = useTemplateRef<HTMLElement>('list')
const move = (from: number, to: number) => {
  if (to >= 0 && to < draft.value!.fields.length) draft.value!.fields = moved(draft.value!.fields, from, to)
}
useReorder(() => (readonly.value ? null : list.value), move)
const missing = computed(() => (draft.value?.fields.length === 0 ? 'Add a field first.' : ''))
</script>

<template>
  <RecordPage
    :record="record"
    it="Block type"
    many="Kinds of block"
    :title="draft?.name ?? ''"
    :readonly="readonly"
    removal="Delete this block type?"
    :missing="missing"
  >
    <div v-if="draft" class="grid max-w-[760px] gap-4">
      <p class="flex items-end gap-4">
        <FormField path="name" class="flex-1" label="Name">
          <TextField
            v-model="draft.name"
            :disabled="readonly"
            maxlength="120"
            :autofocus="code === null"
            class="w-full"
          />
        </FormField>
        <CheckBox v-model="draft.many" :disabled="readonly" class="pb-1.5">can have several entries</CheckBox>
      </p>
      <section aria-label="Fields">
        <h2 class="section-head">Fields, in their order</h2>
        <ol ref="list">
          <li
            v-for="(f, i) in draft.fields"
            :key="f.code"
            data-entry
            class="inline-row ruled"
            @keydown.alt.up.prevent="move(i, i - 1)"
            @keydown.alt.down.prevent="move(i, i + 1)"
          >
            <span data-handle class="w-5 cursor-grab text-center text-ink3" aria-hidden="true">⁝</span>
            <TextField
              :disabled="readonly"
              maxlength="120"
              :model-value="f.labels[setup.source]"
              class="w-56"
              :label="`Label of ${f.code}`"
              @commit="f.labels = { ...f.labels, [setup.source]: $event }"
            /><SelectField
              :disabled="readonly"
              v-model="f.type"
              :label="`Type of ${f.code}`"
              :options="withWords(blockFieldTypes, typeWords)"
            /><span class="code">{{ f.code }}</span
            ><IconButton
              icon="remove"
              v-if="!readonly"
              class="ml-auto"
              :label="`Remove ${f.code}`"
              @click="draft.fields = draft.fields.filter((x) => x !== f)"
            />
          </li>
        </ol>
        <p v-if="!readonly" class="flex items-center gap-2 pt-2">
          <TextField
            v-model="name"
            placeholder="label of a new field"
            maxlength="120"
            @keydown.enter.prevent="add"
            class="w-56"
            label="Label of a new field"
          /><button type="button" class="plain" @click="add">Add a field</button>
        </p>
      </section>
    </div>
  </RecordPage>
</template>
