<script setup lang="ts">
import { toggled } from '@core/lists/toggled'
import type { PoolState } from '@core/pool/compare'
import type { PoolRow } from '@contracts/pool'

/** What an item of the data pool says beside what a product says, property by property. */
const props = defineProps<{ sku: string; version: number; disabled: boolean }>()
const emit = defineEmits<{ taken: [] }>()
const setup = useSetupStore()
const chosen = ref<string>()
watch(
  () => props.sku,
  () => {
    chosen.value = undefined
  },
)
const { data, problem, refresh } = useAnswer(
  'besideProduct',
  () => ({ params: { sku: props.sku }, query: { gtin: chosen.value } }),
  { on: () => props.version },
)

/** What wants a decision stands first. */
const order = (r: PoolRow) =>
  r.state === 'differs'
    ? r.explained
      ? 3
      : 0
    : r.state === 'empty'
      ? 1
      : r.state === 'unread' || r.state === 'unknown'
        ? 2
        : 4
const rows = computed(() => [...(data.value?.rows ?? [])].sort((a, b) => order(a) - order(b)))
const counts = computed(() => ({
  differs: rows.value.filter((r) => order(r) === 0).length,
  empty: rows.value.filter((r) => r.state === 'empty').length,
  own: rows.value.filter((r) => order(r) === 3).length,
  same: rows.value.filter((r) => r.state === 'same').length,
}))
const attributeOf = (r: PoolRow) => setup.attributes.get(/^attribute:([^@]+)/.exec(r.path ?? '')?.[1] ?? '')
const label = (r: PoolRow) => {
  const language = /@[^/]*\/(.+)$/.exec(r.path ?? '')?.[1]
  return [
    attributeOf(r) ? setup.label(attributeOf(r)!.labels, attributeOf(r)!.code) : r.path,
    language && languageName(language),
  ]
    .filter(Boolean)
    .join(', ')
}
const words: Record<PoolState, string> = {
  same: 'the same',
  empty: 'empty here',
  differs: 'differs',
  unread: 'cannot be read',
  unknown: 'unknown',
}
const takeable = (r: PoolRow) => !props.disabled && (r.state === 'differs' || r.state === 'empty')

const selected = ref<string[]>([])
watch([() => props.sku, () => data.value?.gtin], () => {
  selected.value = []
})
const markEmpty = () => {
  selected.value = rows.value.filter((r) => r.state === 'empty').map((r) => r.path!)
}
const toggle = (path: string) => {
  selected.value = toggled(selected.value, path)
}
const busy = ref(false)
async function work(done: string, task: () => Promise<unknown>) {
  if (busy.value) return
  busy.value = true
  try {
    await task()
    tell(done)
    emit('taken')
  } catch (e) {
    tellProblem(e)
  } finally {
    busy.value = false
    await refresh()
  }
}
function take(paths: string[]) {
  const gtin = data.value?.gtin
  if (paths.length === 0 || props.disabled || !gtin) return
  void work(`${paths.length} ${paths.length === 1 ? 'value' : 'values'} applied`, async () => {
    await call('takeFromPool', {
      params: { sku: props.sku },
      body: {
        gtin,
        take: paths.map((path) => ({ path, base: rows.value.find((r) => r.path === path)!.ours })),
      },
    })
    selected.value = []
  })
}
/** Whether the pool was asked and has not answered yet. */
const waits = (r: PoolRow) => r.query !== null && r.query.answered === null
const keeping = ref<string>()
const reason = ref('')
const asks = ref(true)
function keep(r: PoolRow) {
  keeping.value = r.path!
  reason.value = r.source?.reason ?? ''
  asks.value = !waits(r)
  void nextTick(() => document.getElementById('pool-reason')?.focus())
}
function saveOwn() {
  const path = keeping.value!
  const gtin = data.value?.gtin
  if (!gtin) return
  void work(asks.value ? 'Saved, and the pool is asked' : 'Saved, with the reason', async () => {
    await call('keepOwn', {
      params: { sku: props.sku },
      body: {
        gtin,
        path,
        reason: reason.value,
        ask: asks.value,
      },
    })
    keeping.value = undefined
  })
}
/** What a property that is unknown can mean. */
const meanings = computed(() =>
  [...setup.attributes.values()]
    .map((a) => ({
      means: a.translatable ? `${a.code}@/${setup.source}` : a.code,
      label: setup.label(a.labels, a.code),
    }))
    .sort((a, b) => a.label.localeCompare(b.label, 'en')),
)
const mean = (property: string, means: string) =>
  void work('Saved: it will be recognised from now on', () => call('setMeaning', { body: { property, means } }))
// An answer of the pool comes by itself; the screen looks for it as long as one is open.
const timer = setInterval(() => {
  if (rows.value.some(waits) && document.visibilityState === 'visible') void refresh()
}, 10_000)
onBeforeUnmount(() => clearInterval(timer))
useKeys('Data pool', [
  { keys: 'e', does: 'Select everything that is empty here', run: markEmpty },
  {
    keys: 'Ctrl+S',
    does: 'Apply selected',
    always: true,
    run: () => (keeping.value ? saveOwn() : take(selected.value)),
  },
])
/** The day of the item that is compared. */
const updated = computed(() => data.value?.items.find((item) => item.gtin === data.value!.gtin)?.updated)
</script>

<template>
  <div class="px-5 pt-2">
    <p v-if="problem" class="text-madder" role="alert">{{ problem.sentence }}</p>
    <p v-else-if="data && data.gtin === null" class="py-6 text-ink2">
      The data pool has no item with this product’s GTIN, or of its brand and model.
      <NuxtLink class="plain" to="/catalogue/pool">Search by other words</NuxtLink>
    </p>
    <template v-else-if="data">
      <div class="flex flex-wrap items-center gap-x-4 gap-y-1.5 pb-2">
        <label v-if="data.items.length > 1" class="flex items-center gap-2 text-ink2"
          >Item<SelectField
            :model-value="data.gtin"
            :options="data.items.map((i) => option(i.gtin, `${i.gtin} · ${i.brand} ${i.model}`))"
            @update:model-value="chosen = $event"
        /></label>
        <span v-else class="text-ink2"
          >Item <span class="code">{{ data.gtin }}</span>, {{ data.items[0]!.name }}</span
        >
        <span v-if="updated" class="text-ink2">updated {{ dayShown(updated) }}</span>
        <span role="status"
          ><b class="font-semibold" :class="{ 'text-ochre': counts.differs }">{{ counts.differs }}</b> to decide,
          <b class="font-semibold">{{ counts.empty }}</b> empty here, {{ counts.own }} kept ours, {{ counts.same }} the
          same</span
        >
        <span v-if="!disabled" class="ml-auto flex gap-3"
          ><button v-if="counts.empty" type="button" class="plain" @click="markEmpty">
            Select what is empty here <span class="key">e</span></button
          ><button type="button" class="act main" :disabled="selected.length === 0 || busy" @click="take(selected)">
            Apply {{ selected.length || '' }} selected
          </button></span
        >
      </div>
      <table class="w-full table-fixed border-t border-hair2 text-left">
        <caption class="sr-only">
          What the product and the data pool say
        </caption>
        <colgroup>
          <col class="w-8" />
          <col class="w-[21%]" />
          <col />
          <col />
          <col class="w-[26%]" />
        </colgroup>
        <thead class="text-[12.5px]">
          <tr class="border-b border-hair2">
            <th><span class="sr-only">Selected</span></th>
            <th class="py-1.5 pr-3">Property in the pool</th>
            <th class="pr-3">Product</th>
            <th class="pr-3">Data pool</th>
            <th>Comparison</th>
          </tr>
        </thead>
        <tbody>
          <template v-for="r in rows" :key="r.property">
            <tr class="ruled" :class="{ 'text-ink2': r.state === 'same' }">
              <td class="py-1.5">
                <CheckBox
                  v-if="takeable(r)"
                  :model-value="selected.includes(r.path!)"
                  :label="`Select ${r.property}`"
                  @update:model-value="toggle(r.path!)"
                />
              </td>
              <td class="text-cell">
                {{ r.property
                }}<small v-if="r.path && label(r).toLowerCase() !== r.property.toLowerCase()" class="block text-ink2">{{
                  label(r)
                }}</small
                ><small v-if="r.path && !r.asked" class="block text-ink2">not part of its type</small>
              </td>
              <td class="text-cell">
                <span v-if="r.ours !== null">{{ r.oursShown }}</span><span v-else-if="r.path" class="text-ink3"
                  >nothing</span
                ><small v-if="r.inherited" class="block text-ink2">from its parent</small>
              </td>
              <td class="text-cell">{{ r.theirs === null ? r.text : r.theirsShown }}</td>
              <td class="py-1.5">
                <template v-if="r.state === 'unknown'"
                  ><SelectField
                    v-if="!disabled"
                    :model-value="''"
                    class="w-full"
                    :label="`What ${r.property} means`"
                    placeholder="unknown: it means …"
                    :options="meanings.map((m) => option(m.means, m.label))"
                    @update:model-value="mean(r.property, $event)"
                  /><span v-else class="text-ink2">unknown</span></template
                >
                <template v-else-if="r.state === 'differs'">
                  <span v-if="r.explained" class="block">kept: {{ r.source!.reason }}</span
                  ><b v-else class="font-semibold text-ochre">{{ words.differs }}</b>
                  <span v-if="!disabled" class="flex gap-3"
                    ><button type="button" class="plain" :aria-label="`Apply ${r.property}`" @click="take([r.path!])">
                      Apply</button
                    ><button
                      type="button"
                      class="plain"
                      :aria-label="`Keep ours, with a reason: ${r.property}`"
                      @click="keep(r)"
                    >
                      {{ r.explained ? 'Another reason' : 'Keep ours …' }}
                    </button></span
                  >
                </template>
                <template v-else-if="r.state === 'empty'"
                  ><button
                    v-if="!disabled"
                    type="button"
                    class="plain"
                    :aria-label="`Apply ${r.property}`"
                    @click="take([r.path!])"
                  >
                    Apply
                  </button></template
                >
                <span v-else :class="{ 'text-madder': r.state === 'unread' }"
                  >{{ r.problem ?? words[r.state]
                  }}<template v-if="r.state === 'same' && r.source"
                    >, applied {{ whenShown(r.source.at) }}</template
                  ></span
                >
                <small
                  v-if="r.query"
                  class="block"
                  :class="r.query.answered === null ? 'text-ink2' : r.query.agreed ? 'text-weld' : 'text-madder'"
                  >{{
                    r.query.answered === null
                      ? `asked ${whenShown(r.query.asked)}, no answer yet`
                      : `answered ${whenShown(r.query.answered)}: ${r.query.words}`
                  }}</small
                >
              </td>
            </tr>
            <tr v-if="keeping === r.path && r.path !== null" class="border-b border-hair">
              <td />
              <td colspan="4" class="py-2">
                <form
                  class="flex flex-wrap items-center gap-3 border-l-2 border-indigo pl-3"
                  :aria-label="`Reason for keeping ours: ${r.property}`"
                  @submit.prevent="saveOwn"
                  @keydown.esc.stop="keeping = undefined"
                >
                  <TextField
                    id="pool-reason"
                    v-model="reason"
                    placeholder="such as: weighed in our workshop"
                    required
                    minlength="3"
                    maxlength="500"
                    class="w-96 max-w-full"
                    label="Reason"
                  />
                  <CheckBox v-if="!waits(r)" v-model="asks">ask the pool to correct its value</CheckBox
                  ><span v-else class="text-ink2">the pool has been asked already</span>
                  <button type="submit" class="act main" :disabled="busy">Keep ours</button
                  ><button type="button" class="plain" @click="keeping = undefined">Cancel</button>
                </form>
              </td>
            </tr>
          </template>
        </tbody>
      </table>
    </template>
    <p v-else class="py-6 text-ink2">Asking the data pool …</p>
  </div>
</template>
