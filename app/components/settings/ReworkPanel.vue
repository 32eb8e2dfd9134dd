<script setup lang="ts">
import type { Attribute } from '@core/attributes/attribute'
import { touchesValues } from '@core/attributes/rework'
import type { ReworkReport } from '@contracts/rework'

/** What becomes of an attribute's values when it is changed; nothing where they stay as they are. */
const props = defineProps<{ before: Attribute; after: Attribute }>()
const emit = defineEmits<{ done: [] }>()
const setup = useSetupStore()
const jobs = useJobsStore()
const touched = computed(() => touchesValues(props.before, props.after))
const instead = ref<Record<string, string | null>>({})
const gone = computed(() =>
  props.before.type === props.after.type
    ? props.before.options.filter((o) => !props.after.options.some((n) => n.code === o.code))
    : [],
)
watch(
  gone,
  (list) => {
    instead.value = Object.fromEntries(list.map((o) => [o.code, instead.value[o.code] ?? null]))
  },
  { immediate: true },
)
const lose = ref(false)
const body = computed(() => ({ record: props.after, instead: instead.value, lose: lose.value }))
const params = computed(() => ({ code: props.before.code }))
const {
  data,
  problem,
  busy: looking,
} = useAnswer(
  'previewRework',
  () => (touched.value ? { params: params.value, body: { record: props.after, instead: instead.value } } : undefined),
  { wait: 250 },
)
const needed = computed(
  () => touched.value && (data.value?.values ?? 0) > 0 && (data.value!.changed > 0 || data.value!.lost > 0),
)
const { busy, during } = useBusy()
async function make() {
  await during(async () => {
    const job = await jobs.end((await call('reworkAttribute', { params: params.value, body: body.value })).id)
    if (job.state !== 'done')
      return tellProblem(new ApiProblem({ title: 'Not changed', status: 409, detail: howItEnded(job) }))
    const r = job.result as ReworkReport
    tell(
      `${r.title}: ${countShown(r.unchanged, 'value')} unchanged, ${numberShown(r.changed)} converted, ${numberShown(r.lost)} lost`,
    )
    emit('done')
  })
}
defineExpose({ needed, make, looking })
</script>

<template>
  <section v-if="touched" class="mt-4 max-w-[820px] border-l-2 border-ochre pl-4" aria-label="Effect on products">
    <p v-if="problem" class="text-madder" role="alert">{{ problem.sentence }}</p>
    <p v-else-if="!data" role="status">Checking its values …</p>
    <template v-else>
      <p role="status" :aria-busy="looking">
        <template v-if="data.values === 0">No product has a value yet, so nothing else changes.</template
        ><template v-else
          ><b class="font-semibold">{{ numberShown(data.values) }}</b> values in
          {{ countShown(data.products, 'product') }}: {{ numberShown(data.unchanged) }} unchanged,
          <b class="font-semibold">{{ numberShown(data.changed) }}</b> converted,
          <b class="font-semibold" :class="{ 'text-madder': data.lost }">{{ numberShown(data.lost) }}</b> would be
          lost<template v-if="data.outside">; {{ numberShown(data.outside) }} remain outside the allowed range</template
          >.</template
        >
      </p>
      <div v-if="gone.length" class="mt-2 grid grid-cols-[auto_auto] justify-start gap-x-4 gap-y-1">
        <template v-for="o in gone" :key="o.code"
          ><label class="pt-1" :for="`instead-${o.code}`">Products with “{{ setup.label(o.labels, o.code) }}” get</label
          ><SelectField
            :id="`instead-${o.code}`"
            :model-value="instead[o.code]"
            :options="[
              option(null, 'nothing'),
              ...after.options.map((n) => option(n.code, setup.label(n.labels, n.code))),
            ]"
            @update:model-value="instead = { ...instead, [o.code]: $event }"
        /></template>
      </div>
      <div
        v-if="data.losses.length || data.sample.length"
        class="mt-2 max-h-[30vh] overflow-auto border-y border-hair2 bg-sheet"
        tabindex="0"
        aria-label="Values before and after"
      >
        <table class="w-full text-left">
          <thead class="sticky top-0 bg-sheet text-[12.5px]">
            <tr>
              <th class="px-3 py-1">SKU</th>
              <th class="pr-3">Now</th>
              <th class="pr-3">After</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(l, i) in data.losses" :key="`l${i}`" class="ruled">
              <td class="code px-3 py-1">{{ l.sku }} {{ l.scope }}</td>
              <td class="max-w-[240px] truncate py-1 pr-3">{{ l.before }}</td>
              <td class="py-1 pr-3 text-madder">lost: {{ l.why }}</td>
            </tr>
            <tr v-for="(s, i) in data.sample" :key="`s${i}`" class="ruled">
              <td class="code px-3 py-1">{{ s.sku }} {{ s.scope }}</td>
              <td class="max-w-[240px] truncate py-1 pr-3 text-ink2">{{ s.before }}</td>
              <td class="max-w-[240px] truncate py-1 pr-3">{{ s.after }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <CheckBox v-if="data.lost" v-model="lose" class="mt-2"
        >{{ numberShown(data.lost) }} {{ data.lost === 1 ? 'value' : 'values' }} may be lost; the history of each
        product keeps them</CheckBox
      >
      <button
        v-if="needed"
        class="act main mt-2"
        type="button"
        :disabled="busy || looking || (data.lost > 0 && !lose)"
        @click="make"
      >
        {{ busy ? 'Changing …' : 'Change attribute and values' }}
      </button>
    </template>
  </section>
</template>
