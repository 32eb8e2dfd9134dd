<script setup lang="ts">
import { noLimits } from '@core/assignments/limits'
import type { Reach } from '@core/assignments/assignment'
import { asGroup, fromBuilder, isHalfWritten, toBuilder, type BuilderGroup } from '@core/rules/builder'

const route = useRoute()
const code = computed(() => (route.params.code === 'new' ? null : String(route.params.code)))
const setup = useSetupStore()
const session = useSessionStore()
const { focus } = useProofFocus()
onBeforeUnmount(() => {
  focus.value = null
})
const record = useRecord(
  'named-rules',
  () => code.value,
  () => ({ code: '', name: '', note: '', rule: { all: [] } }),
  (r) => r.name,
)
const { draft } = record
const readonly = computed(() => !session.mayEdit)
const rule = computed<BuilderGroup>({
  get: () => toBuilder(asGroup(draft.value?.rule ?? null), setup.forCore),
  set: (group) => {
    draft.value!.rule = fromBuilder(group, setup.forCore)
  },
})
const reach = computed<Reach>(() => ({
  base: 'rule',
  rule: draft.value!.rule,
  chosen: [],
  added: [],
  leftOut: [],
  eachVariant: false,
}))
const limits = noLimits()
const sentence = ref('')
</script>

<template>
  <RecordPage
    :record="record"
    it="Rule"
    many="Named rules"
    :title="draft?.name ?? ''"
    :readonly="readonly"
    removal="Delete this rule? It can be deleted only when no other rule uses it."
    :after="() => setup.reload()"
  >
    <template #under
      ><p class="in-words">{{ sentence }}</p></template
    >
    <div v-if="draft" class="grid grid-cols-[minmax(0,1fr)_minmax(250px,34%)] gap-6">
      <div class="grid content-start gap-4">
        <div class="halves">
          <FormField path="name" label="Name">
            <TextField
              v-model="draft.name"
              :disabled="readonly"
              maxlength="120"
              :autofocus="code === null"
              class="w-full"
            />
          </FormField>

          <FormField path="note" label="Note">
            <TextField v-model="draft.note" :disabled="readonly" maxlength="5000" class="w-full" />
          </FormField>
        </div>
        <section aria-label="The conditions">
          <h2 class="border-b border-hair pb-1.5">Conditions</h2>
          <ConditionGroup v-model="rule" class="mt-2" :disabled="readonly" /><LogicBox
            v-if="!readonly"
            @take="draft.rule = $event"
          />
        </section>
      </div>
      <ReachPanel
        class="sticky top-0 self-start"
        :reach="reach"
        :limits="limits"
        :saved="null"
        :unfinished="isHalfWritten(rule)"
        @sentence="sentence = $event"
      />
    </div>
  </RecordPage>
</template>
