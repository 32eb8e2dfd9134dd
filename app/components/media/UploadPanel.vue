<script setup lang="ts">
import type { Upload } from '~/composables/useUploads'

/** Files on their way into the library, and, when they are there, putting them on products by their names. */
const props = defineProps<{ uploads: Upload[]; busy: boolean }>()
const emit = defineEmits<{ close: [] }>()
interface Plan {
  products: { sku: string; pictures: string[]; had: number }[]
  drafts: { sku: string; picture: string }[]
  rest: string[]
  there: string[]
}
const setup = useSetupStore()
const count = (...states: Upload['state'][]) => props.uploads.filter((u) => states.includes(u.state)).length
const refused = computed(() => props.uploads.filter((u) => u.state === 'refused'))
const alike = computed(() => props.uploads.filter((u) => u.state === 'made' && u.twins.length > 0))
const drafts = ref('')
const batch = computed(() => {
  const there = props.uploads.filter((u) => u.name !== null)
  return {
    files: [...new Set(there.map((u) => u.name!))],
    called: Object.fromEntries(there.map((u) => [u.name!, u.file.name])),
    drafts: drafts.value || null,
  }
})
const plan = shallowRef<Plan>()
watch(
  () => [props.busy, drafts.value],
  async () => {
    if (props.busy || batch.value.files.length === 0) return
    try {
      plan.value = await post<Plan>('/api/picture-batches/preview', batch.value)
    } catch (e) {
      tellProblem(e)
    }
  },
  { immediate: true },
)
const begun = ref(false)
async function run() {
  begun.value = true
  try {
    await post('/api/picture-batches', batch.value)
    tell('Begun. How far it is stands at the foot.')
    emit('close')
  } catch (e) {
    begun.value = false
    tellProblem(e)
  }
}
</script>

<template>
  <section class="border-t border-hair2 bg-sheet px-5 py-3" aria-label="What was sent">
    <div class="flex flex-wrap items-baseline gap-x-4 gap-y-1" role="status">
      <b class="font-semibold">{{
        busy
          ? `Sending ${countShown(uploads.length, 'file')}`
          : `${countShown(count('made', 'replaced'), 'file')} taken into the library`
      }}</b>
      <progress
        v-if="busy"
        class="bar h-1 w-48"
        :value="uploads.length - count('waits', 'goes')"
        :max="uploads.length"
        aria-label="Files sent"
      />
      <span v-if="busy" class="text-ink2">{{ uploads.length - count('waits', 'goes') }} of {{ uploads.length }}</span>
      <span v-if="count('unchanged')" class="text-ink2">{{ count('unchanged') }} were there already</span>
      <span v-if="refused.length" class="text-madder">{{ refused.length }} refused</span>
      <button v-if="!busy" type="button" class="plain ml-auto" @click="emit('close')">Leave it at that</button>
    </div>
    <ul v-if="refused.length" class="mt-1 max-h-24 overflow-auto" tabindex="0" aria-label="Refused files">
      <li v-for="(u, i) in refused" :key="i" class="text-madder">{{ u.problem }}</li>
    </ul>
    <p v-for="u in alike.slice(0, 6)" :key="u.name!" class="text-ochre">
      {{ u.name }} is nearly the same picture as
      <NuxtLink class="plain" :to="`/media/${segment(u.twins[0]!)}`">{{ u.twins[0] }}</NuxtLink>.
    </p>
    <p v-if="alike.length > 6" class="text-ochre">
      {{ alike.length - 6 }} more are nearly the same as others; the list can be narrowed to them.
    </p>
    <div v-if="!busy && plan" class="mt-2 flex flex-wrap items-start gap-x-6 gap-y-2">
      <div class="min-w-0 flex-1">
        <p v-if="plan.products.length">
          <b class="font-semibold">{{
            countShown(
              plan.products.reduce((n, p) => n + p.pictures.length - p.had, 0),
              'picture',
            )
          }}</b>
          would come to {{ countShown(plan.products.length, 'product') }}, by their names:
          <span v-for="p in plan.products.slice(0, 8)" :key="p.sku" class="code mr-2"
            >{{ p.sku }}{{ p.pictures.length - p.had > 1 ? ` (${p.pictures.length - p.had})` : '' }}</span
          ><span v-if="plan.products.length > 8">…</span>
        </p>
        <p v-else class="text-ink2">No file’s name begins with a SKU or GTIN of a product that lacks it.</p>
        <p v-if="plan.there.length" class="text-ink2">
          {{ countShown(plan.there.length, 'picture') }} stand on their products already.
        </p>
        <p v-if="plan.rest.length || plan.drafts.length" class="flex flex-wrap items-center gap-2">
          {{ countShown(plan.rest.length + plan.drafts.length, 'file') }} without a product:
          <select v-model="drafts" class="field !py-0.5" aria-label="What becomes of files without a product">
            <option value="">stay in the library</option>
            <option v-for="t in [...setup.types.values()]" :key="t.code" :value="t.code">
              pictures become disabled products: {{ setup.label(t.labels, t.code) }}
            </option>
          </select>
          <span v-for="d in plan.drafts.slice(0, 4)" :key="d.sku" class="code">{{ d.sku }}</span>
        </p>
      </div>
      <button
        v-if="plan.products.length + plan.drafts.length > 0"
        type="button"
        class="act main"
        :disabled="begun"
        @click="run"
      >
        Put them on the products
      </button>
    </div>
  </section>
</template>
