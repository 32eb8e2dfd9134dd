<script setup lang="ts">
import type { BatchPlan } from '@contracts/media'
import type { Upload } from '~/composables/useUploads'

/** Files on their way into the library, and, when they are there, putting them on products by their names. */
const props = defineProps<{ uploads: Upload[]; busy: boolean }>()
const emit = defineEmits<{ close: [] }>()
const setup = useSetupStore()
const count = (...states: Upload['state'][]) => props.uploads.filter((u) => states.includes(u.state)).length
const refused = computed(() => props.uploads.filter((u) => u.state === 'refused'))
const alike = computed(() => props.uploads.filter((u) => u.state === 'made' && u.nearDuplicates.length > 0))
const drafts = ref('')
const batch = computed(() => {
  const there = props.uploads.filter((u) => u.name !== null)
  return {
    files: [...new Set(there.map((u) => u.name!))],
    called: Object.fromEntries(there.map((u) => [u.name!, u.file.name])),
    drafts: drafts.value || null,
  }
})
const plan = shallowRef<BatchPlan>()
watch(
  [() => props.busy, drafts],
  async () => {
    if (props.busy || batch.value.files.length === 0) return
    try {
      plan.value = await call('previewPictureBatch', { body: batch.value })
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
    await call('runPictureBatch', { body: batch.value })
    tell('Started. Its progress is shown in the bar below.')
    emit('close')
  } catch (e) {
    begun.value = false
    tellProblem(e)
  }
}
</script>

<template>
  <section class="border-t border-hair2 bg-sheet px-5 py-3" aria-label="Uploads">
    <div class="flex flex-wrap items-baseline gap-x-4 gap-y-1" role="status">
      <b class="font-semibold">{{
        busy
          ? `Sending ${countShown(uploads.length, 'file')}`
          : `${countShown(count('made', 'replaced'), 'file')} added to the library`
      }}</b>
      <progress
        v-if="busy"
        class="bar h-1 w-48"
        :value="uploads.length - count('waits', 'goes')"
        :max="uploads.length"
        aria-label="Files uploaded"
      />
      <span v-if="busy" class="text-ink2">{{ uploads.length - count('waits', 'goes') }} of {{ uploads.length }}</span>
      <span v-if="count('unchanged')" class="text-ink2">{{ count('unchanged') }} were there already</span>
      <span v-if="refused.length" class="text-madder">{{ refused.length }} rejected</span>
      <button v-if="!busy" type="button" class="plain ml-auto" @click="emit('close')">Done</button>
    </div>
    <ul v-if="refused.length" class="mt-1 max-h-24 overflow-auto" tabindex="0" aria-label="Rejected files">
      <li v-for="(u, i) in refused" :key="i" class="text-madder">{{ u.problem }}</li>
    </ul>
    <p v-for="u in alike.slice(0, 6)" :key="u.name!" class="text-ochre">
      {{ u.name }} is nearly identical to
      <NuxtLink class="plain" :to="`/media/${segment(u.nearDuplicates[0]!)}`">{{ u.nearDuplicates[0] }}</NuxtLink>.
    </p>
    <p v-if="alike.length > 6" class="text-ochre">
      {{ alike.length - 6 }} more are nearly identical to others; filter the list to see them.
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
          would be added to {{ countShown(plan.products.length, 'product') }}, by file name:
          <span v-for="p in plan.products.slice(0, 8)" :key="p.sku" class="code mr-2"
            >{{ p.sku }}{{ p.pictures.length - p.had > 1 ? ` (${p.pictures.length - p.had})` : '' }}</span
          ><span v-if="plan.products.length > 8">…</span>
        </p>
        <p v-else class="text-ink2">No file name begins with the SKU or GTIN of a product that lacks the picture.</p>
        <p v-if="plan.there.length" class="text-ink2">
          {{ countShown(plan.there.length, 'picture') }} are on their products already.
        </p>
        <p v-if="plan.rest.length || plan.drafts.length" class="cluster">
          {{ countShown(plan.rest.length + plan.drafts.length, 'file') }} without a product:
          <SelectField
            v-model="drafts"
            label="Files without a product"
            :options="[
              option('', 'stay in the library'),
              ...[...setup.types.values()].map((t) =>
                option(t.code, `create disabled products from pictures: ${setup.label(t.labels, t.code)}`),
              ),
            ]"
          />
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
        Add to products
      </button>
    </div>
  </section>
</template>
