<script setup lang="ts">
import type { FoundItem, FoundItems, FromPoolReport, PoolQuery } from '@contracts/pool'

/** Items of the shared data pool: looked up, made into drafts, and what the pool was asked. */
const setup = useSetupStore()
const session = useSessionStore()
const route = useRoute()
const form = reactive({ gtins: typeof route.query.gtin === 'string' ? route.query.gtin : '', brand: '', model: '' })
const found = shallowRef<FoundItems>()
const rows = ref<Record<string, { take: boolean; sku: string; type: string }>>({})
const busy = ref(false)
const problem = shallowRef<ApiProblem>()
async function look() {
  const byGtin = form.gtins.trim() !== ''
  if ((!byGtin && form.model.trim() === '') || busy.value) return
  await during(async () => {
    const answer = await call('findPoolItems', {
      query: byGtin ? { gtin: form.gtins } : { brand: form.brand, model: form.model },
    })
    // An item that nobody has yet is meant to be made; of a list by words only what is selected.
    rows.value = Object.fromEntries(
      answer.items.map((i) => [i.gtin, { take: byGtin && i.sku === null, ...i.suggested }]),
    )
    found.value = answer
    report.value = undefined
  })
}
async function during(work: () => Promise<unknown>) {
  busy.value = true
  problem.value = undefined
  try {
    await work()
  } catch (e) {
    if (e instanceof ApiProblem) problem.value = e
    else throw e
  } finally {
    busy.value = false
  }
}
const notHere = computed(() => (found.value?.items ?? []).filter((i) => i.sku === null))
/** Marks all that are not here yet, or none where all are selected. */
function markAll() {
  const take = wanted.value.length < notHere.value.length
  for (const i of notHere.value) rows.value[i.gtin]!.take = take
}
const wanted = computed(() => notHere.value.filter((i) => rows.value[i.gtin]?.take))
const ready = computed(
  () =>
    wanted.value.length > 0 &&
    wanted.value.every((i) => rows.value[i.gtin]!.sku.trim() !== '' && rows.value[i.gtin]!.type !== ''),
)
const report = shallowRef<FromPoolReport>()
async function make() {
  if (!ready.value || busy.value) return
  await during(async () => {
    report.value = await call('makeFromPool', {
      body: {
        items: wanted.value.map((i) => ({
          gtin: i.gtin,
          sku: rows.value[i.gtin]!.sku.trim(),
          type: rows.value[i.gtin]!.type,
        })),
      },
    })
    const made = new Map(report.value.made.map((m) => [m.gtin, m.sku]))
    found.value = { ...found.value!, items: found.value!.items.map((i) => ({ ...i, sku: made.get(i.gtin) ?? i.sku })) }
    tell(`${made.size} ${made.size === 1 ? 'draft' : 'drafts'} created`)
  })
}
async function undoLast() {
  await during(async () => {
    await call('undoStep', { params: { id: report.value!.step } })
    tell('Undoing the drafts')
    report.value = undefined
    found.value = undefined
  })
}
const errorAt = (i: FoundItem) =>
  problem.value?.problem.errors?.find((e) => e.path.startsWith(`items[${wanted.value.indexOf(i)}]`))?.message
const state = ref<'open' | 'answered'>('open')
const queries = useAnswer('listPoolQueries', () => ({ query: { state: state.value, limit: 100 } }))
const older = ref<PoolQuery[]>([])
watch(
  () => queries.data.value,
  () => {
    older.value = []
  },
)
const next = computed(() => (older.value.length ? cursor.value : (queries.data.value?.next ?? null)))
const cursor = ref<string | null>(null)
async function more() {
  const page = await call('listPoolQueries', {
    query: {
      state: state.value,
      limit: 100,
      cursor: next.value,
    },
  })
  older.value = [...older.value, ...page.items]
  cursor.value = page.next
}
const listed = computed(() => [...(queries.data.value?.items ?? []), ...older.value])
const timer = setInterval(() => {
  if (document.visibilityState === 'visible' && older.value.length === 0) void queries.refresh()
}, 10_000)
onBeforeUnmount(() => clearInterval(timer))
const first = useTemplateRef<Focusable>('first')
onMounted(() => {
  first.value?.focus()
  if (form.gtins) void look()
})
useKeys('Data pool', [
  { keys: 'Ctrl+Enter', does: 'Look up', always: true, run: () => void look() },
  { keys: 'Ctrl+S', does: 'Create drafts from the selection', always: true, run: () => void make() },
])
</script>

<template>
  <div class="page">
    <PageHead stage="catalogue" title="Data pool">
      <template #line>Product data that manufacturers share, by GTIN.</template>
    </PageHead>
    <div class="min-h-0 flex-1 overflow-auto border-t border-hair2 bg-sheet pb-8" tabindex="0" aria-label="Data pool">
      <form class="flex flex-wrap items-end gap-x-4 gap-y-2 px-5 py-3" @submit.prevent="look">
        <FormField label="GTINs, one or more">
          <TextArea
            ref="first"
            v-model="form.gtins"
            spellcheck="false"
            placeholder="2000000010014"
            class="h-[58px] w-72 font-mono"
          />
        </FormField>

        <span class="pb-1 text-ink2">or</span>

        <FormField label="Brand">
          <SelectField
            :disabled="form.gtins.trim() !== ''"
            v-model="form.brand"
            class="w-44"
            :options="[option('', 'any'), ...[...setup.brands.values()].map((b) => option(b.name, b.name))]"
          />
        </FormField>

        <FormField label="Model or name">
          <TextField v-model="form.model" :disabled="form.gtins.trim() !== ''" class="w-56" />
        </FormField>

        <button
          type="submit"
          class="act main"
          :disabled="busy || (form.gtins.trim() === '' && form.model.trim() === '')"
        >
          Look up <span class="opacity-70">Ctrl Enter</span>
        </button>
      </form>
      <p v-if="problem" class="px-5 pb-2 text-madder" role="alert">{{ problem.sentence }}</p>
      <section v-if="found" aria-label="Items found">
        <p class="flex flex-wrap items-center gap-x-4 px-5 pb-1.5" role="status">
          <span
            ><b class="font-semibold">{{ found.items.length }}</b>
            {{ found.items.length === 1 ? 'item' : 'items' }} found<template v-if="found.unknown.length"
              >, {{ found.unknown.length }} not in the pool:
              <span class="code"
                >{{ found.unknown.slice(0, 6).join(', ') }}{{ found.unknown.length > 6 ? ' …' : '' }}</span
              ></template
            ></span
          >
          <button v-if="session.mayEdit" type="button" class="act ml-auto" :disabled="!ready || busy" @click="make">
            Create {{ wanted.length || '' }} {{ wanted.length === 1 ? 'draft' : 'drafts' }}
          </button>
        </p>
        <p v-if="report" class="mx-5 mb-2 border-l-2 border-weld pl-3">
          {{ report.made.length }} created, with {{ report.made.reduce((n, m) => n + m.values, 0) }} values with their
          source.<template v-if="report.left.length">
            Skipped:
            {{
              report.left
                .slice(0, 3)
                .map((l) => `${l.property} of ${l.sku}`)
                .join(', ')
            }}{{ report.left.length > 3 ? ` and ${report.left.length - 3} more` : '' }}. Each is listed where the
            product is compared with the pool.</template
          >
          {{ ' ' }}<button type="button" class="plain" @click="undoLast">Undo</button>
        </p>
        <table v-if="found.items.length" class="listing">
          <colgroup>
            <col class="w-12" />
            <col class="w-[150px]" />
            <col class="w-[16%]" />
            <col />
            <col class="w-[170px]" />
            <col class="w-[170px]" />
          </colgroup>
          <thead>
            <tr class="border-y border-hair2">
              <th class="pl-5">
                <CheckBox
                  v-if="notHere.length > 0 && session.mayEdit"
                  :indeterminate.prop="wanted.length > 0 && wanted.length < notHere.length"
                  :model-value="wanted.length === notHere.length"
                  label="Select all that are new"
                  @update:model-value="markAll"
                /><span v-else class="sr-only">Selected</span>
              </th>
              <th>GTIN</th>
              <th>Brand</th>
              <th>Name</th>
              <th>SKU here</th>
              <th>Product type</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="i in found.items" :key="i.gtin">
              <td class="pl-5">
                <CheckBox
                  v-if="i.sku === null && session.mayEdit"
                  v-model="rows[i.gtin]!.take"
                  :label="`Select ${i.name}`"
                />
              </td>
              <td class="code">{{ i.gtin }}</td>
              <td class="truncate">{{ i.brand }}</td>
              <td>
                {{ i.name
                }}<small class="block text-ink2"
                  >{{ Object.keys(i.properties).length }} properties, updated {{ dayShown(i.updated) }}</small
                ><small v-if="errorAt(i)" class="block text-madder" role="alert">{{ errorAt(i) }}</small>
              </td>
              <template v-if="i.sku !== null"
                ><td colspan="2">
                  <NuxtLink
                    class="plain code"
                    :to="{
                      path: `/catalogue/${segment(i.sku)}`,
                      query: { ...route.query, side: 'pool', gtin: undefined },
                    }"
                    >{{ i.sku }}<span class="sr-only">, compare</span></NuxtLink
                  >
                  {{ ' ' }}<span class="text-ink2">compare</span>
                </td></template
              >
              <template v-else
                ><td>
                  <TextField
                    v-model="rows[i.gtin]!.sku"
                    :disabled="!session.mayEdit"
                    class="w-full font-mono"
                    :label="`SKU of ${i.name}`"
                  />
                </td>
                <td>
                  <SelectField
                    :disabled="!session.mayEdit"
                    v-model="rows[i.gtin]!.type"
                    class="w-full"
                    :label="`Product type of ${i.name}`"
                    placeholder="choose one"
                    :options="setup.typeOptions"
                  /></td
              ></template>
            </tr>
          </tbody>
        </table>
        <p v-else class="px-5 pb-3 text-ink2">No results in the pool.</p>
      </section>
      <section aria-label="Questions to the pool" class="pt-4">
        <div class="flex items-baseline gap-4 px-5 pb-1">
          <h2>Questions to the pool</h2>
          <button
            v-for="s in ['open', 'answered'] as const"
            :key="s"
            type="button"
            class="text-[12.5px]"
            :class="state === s ? 'border-b-[1.5px] border-ink font-semibold' : 'text-ink2'"
            :aria-pressed="state === s"
            @click="state = s"
          >
            {{ s === 'open' ? 'waiting for an answer' : 'answered' }}
          </button>
        </div>
        <table v-if="listed.length" class="listing">
          <colgroup>
            <col class="w-[15%]" />
            <col class="w-[15%]" />
            <col class="w-[15%]" />
            <col class="w-[15%]" />
            <col />
            <col class="w-[17%]" />
          </colgroup>
          <thead>
            <tr class="border-y border-hair2">
              <th>Product</th>
              <th>Property</th>
              <th>Pool’s value</th>
              <th>Our value</th>
              <th>{{ state === 'open' ? 'Reason' : 'Answer' }}</th>
              <th>{{ state === 'open' ? 'Asked' : 'Answered' }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="q in listed" :key="q.id">
              <td>
                <NuxtLink class="plain code" :to="{ path: `/catalogue/${segment(q.sku)}`, query: { side: 'pool' } }">{{
                  q.sku
                }}</NuxtLink>
              </td>
              <td class="break-words">{{ q.property }}</td>
              <td class="break-words">{{ q.theirs }}</td>
              <td class="break-words">{{ q.ours }}</td>
              <td class="break-words">
                <template v-if="q.answered === null">{{ q.reason }}</template><span
                  v-else
                  :class="q.agreed ? 'text-weld' : 'text-madder'"
                  >{{ q.agreed ? 'agreed' : 'not agreed' }}: {{ q.words }}</span
                >
              </td>
              <td class="text-ink2">
                {{ whenShown(q.answered ?? q.asked) }}<small v-if="q.person" class="block">{{ q.person }}</small>
              </td>
            </tr>
          </tbody>
        </table>
        <p v-else-if="queries.data.value" class="px-5 text-ink2">
          <template v-if="state === 'open'">
            Nothing waiting for an answer. Where your value is the better one, keep it with a reason at the product, and
            the pool is asked.
          </template>
          <template v-else>No answers yet.</template>
        </p>
        <button v-if="next" type="button" class="act mx-5 mt-2" @click="more">Older ones</button>
      </section>
    </div>
  </div>
</template>
