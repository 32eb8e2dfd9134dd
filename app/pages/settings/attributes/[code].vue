<script setup lang="ts">
import { blankAttribute, typeOfAttribute } from '~/components/settings/typeWords'

const route = useRoute()
const code = computed(() => (route.params.code === 'new' ? null : String(route.params.code)))
const setup = useSetupStore()
const session = useSessionStore()
const record = useRecord(
  'attributes',
  () => code.value,
  blankAttribute,
  (r) => r.labels[setup.source] ?? '',
)
const { draft, stored, changed, problem, conflict, busy } = record
const readonly = computed(() => !session.maySetUp)
const rework = useTemplateRef('rework')
const usedBy = computed(() =>
  [...setup.types.values()].filter((t) => t.attributes.some((a) => a.attribute === code.value)),
)
const past = ref(false)
async function save() {
  if (readonly.value || !draft.value) return
  if (!draft.value.labels[setup.source])
    return tellProblem(
      new ApiProblem({ title: 'Not complete yet', status: 422, detail: 'Give the attribute a name first.' }),
    )
  if (rework.value?.needed)
    return tellProblem(
      new ApiProblem({
        title: 'Check the effect first',
        status: 422,
        detail: 'This changes product values: check the effect, then choose “Change attribute and values”.',
      }),
    )
  if (await record.save()) await setup.reload()
}
async function reworked() {
  await setup.reload()
  await record.takeTheirs()
}
useKeys('Attribute', [
  { keys: 'Ctrl+S', does: 'Save', always: true, run: () => void save() },
  {
    keys: 'h',
    does: 'Show or hide history',
    run: () => {
      past.value = !past.value
    },
  },
])
</script>

<template>
  <div class="page">
    <div v-if="problem" class="p-8" role="alert">
      <h1>{{ problem.problem.title }}</h1>
      <p class="mt-2">{{ problem.sentence }}</p>
    </div>
    <template v-else-if="draft && stored">
      <PageHead
        :title="draft.labels[setup.source] || 'New attribute'"
        :back="{ to: '/settings/attributes', label: 'Attributes' }"
      >
        <template #place>{{ draft.code }}</template>
        <template #line>{{ typeOfAttribute(draft) }}</template>
        <template #actions
          ><RecordActions
            v-model="past"
            it="Settings"
            :history="code !== null"
            :changed="changed"
            :readonly="readonly"
            :blocked="busy || (rework?.needed ?? false)"
            @leave="record.reset"
            @save="save"
        /></template>
      </PageHead>
      <div class="page-body padded" tabindex="0" aria-label="The attribute">
        <ConflictNote v-if="conflict" @theirs="record.takeTheirs()" @mine="record.keepMine()" />
        <HistoryList v-if="past && code" :of="{ kind: 'attributes', code }" :version="stored" :after="reworked" />
        <template v-else>
          <p v-if="readonly" class="mb-3 text-ochre" role="status">
            Read only: {{ session.me?.name }} cannot change settings.
          </p>
          <AttributeForm v-model="draft" :disabled="readonly" :error-at="record.errorAt" />
          <ReworkPanel v-if="code && !readonly" ref="rework" :before="stored" :after="draft" @done="reworked" />
          <section v-if="code" class="mt-6" aria-label="Where it is used">
            <h2>Product types with this attribute</h2>
            <p class="mt-1 flex flex-wrap gap-x-4">
              <NuxtLink v-for="t in usedBy" :key="t.code" class="plain" :to="`/settings/types/${segment(t.code)}`">{{
                setup.label(t.labels, t.code)
              }}</NuxtLink><span v-if="usedBy.length === 0" class="text-ink2"
                >None. A product may still have it as its own fact.</span
              >
            </p>
            <button v-if="!readonly" type="button" class="plain mt-3" @click="record.remove(setup.reload)">
              Delete attribute
            </button>
          </section>
        </template>
      </div>
    </template>
  </div>
</template>
