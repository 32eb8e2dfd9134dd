<script setup lang="ts">
import type { SentBody } from '@contracts/operations'
import type { ProductReference, RemovalReport } from '@contracts/product'

/**
 * What deleting products would do, asked before it is done: how many go, and what names them, which they are taken out
 * of.
 */
const props = defineProps<{
  /** The products: by SKU, or by a condition. */
  which: SentBody<'previewRemoval'>
  /** What they are called on the button: “PE-1830”, “12 products”. */
  what: string
  /** Called once they are deleted, and again where that is undone, even where people have gone on meanwhile. */
  changed?: () => unknown
}>()
const emit = defineEmits<{ cancel: []; deleted: [] }>()
const jobs = useJobsStore()
const { data: preview, problem } = useAnswer('previewRemoval', () => ({ body: props.which }))
const { busy, during } = useBusy()

const kindWords: Record<ProductReference['kind'], string> = {
  assignment: 'Assignment',
  list: 'List',
  relation: 'Related product',
  'own-piece': 'Own piece',
}
const pageOf: Record<ProductReference['kind'], string> = {
  assignment: '/assignments',
  list: '/catalogue/lists',
  relation: '/catalogue',
  'own-piece': '/library',
}
const counted = computed(() => {
  const { products, variants } = preview.value ?? { products: 0, variants: 0 }
  const parts = [
    ...(products > 0 ? [countShown(products, 'product')] : []),
    ...(variants > 0 ? [countShown(variants, 'variant')] : []),
  ]
  return parts.join(' and ')
})

async function remove() {
  await during(async () => {
    const job = await jobs.end((await call('removeProducts', { body: props.which })).id)
    if (job.state !== 'done')
      return tellProblem(new ApiProblem({ title: 'Not deleted', status: 409, detail: howItEnded(job) }))
    const { step } = job.result as RemovalReport
    if (step !== null) tellWithUndo(`Deleted ${props.what}`, step, props.changed)
    useProofFocus().refresh()
    props.changed?.()
    emit('deleted')
  })
}
</script>

<template>
  <section class="border-l-2 border-madder py-1 pl-4" aria-label="Delete products">
    <p v-if="problem" class="text-madder" role="alert">{{ problem.sentence }}</p>
    <p v-else-if="!preview" role="status">Looking for what refers to {{ what }} …</p>
    <template v-else>
      <p role="status">
        This deletes <b class="font-semibold">{{ counted }}</b> with all values, prices and translations. You can undo
        it.
      </p>
      <template v-if="preview.referenceCount > 0">
        <p class="pt-1.5">
          {{
            preview.referenceCount === 1 ? 'One record refers' : `${countShown(preview.referenceCount, 'record')} refer`
          }}
          to {{ what }} and will be updated:
        </p>
        <ul class="max-h-40 overflow-auto">
          <li v-for="r in preview.references" :key="`${r.kind}:${r.code}`">
            <span class="text-ink2">{{ kindWords[r.kind] }}</span>
            {{ ' ' }}<NuxtLink class="plain" :to="`${pageOf[r.kind]}/${segment(r.code)}`">{{ r.name }}</NuxtLink>
            <span v-if="r.kind === 'own-piece'" class="text-ink2"> is deleted too</span>
          </li>
        </ul>
      </template>
      <p class="inline-row pt-2">
        <button type="button" class="act main" :disabled="busy || counted === ''" @click="remove">
          {{ busy ? 'Deleting …' : `Delete ${what}` }}
        </button>
        <button type="button" class="plain" :disabled="busy" @click="emit('cancel')">Cancel</button>
      </p>
    </template>
  </section>
</template>
