<script setup lang="ts">
import type { Limits } from '@core/assignments/limits'
import type { Reach, ReachReason } from '@core/assignments/assignment'
import type { AssignmentRecord } from '@contracts/records'

const props = defineProps<{
  reach: Reach
  limits: Limits
  saved: string | null
  /** The assignment as it would be saved; without it, only the reach is told. */ draft?: AssignmentRecord
  /** Whether a condition has no value yet: nothing is asked until it has. */ unfinished?: boolean
}>()
const emit = defineEmits<{ sentence: [string] }>()
const lens = useLensStore()
const setup = useSetupStore()
const { focus, open } = useProofFocus()
const asked = ref('')
const { data, problem, busy } = useAnswer(
  'tryAssignment',
  () =>
    props.unfinished
      ? undefined
      : {
          body: {
            reach: props.reach,
            limits: props.limits,
            saved: props.saved,
            lens: lens.body,
            sku: asked.value || null,
          },
        },
  { wait: 120 },
)
watch(data, (d) => {
  if (d) emit('sentence', d.sentence)
})
const words: Record<ReachReason, string> = {
  everything: 'it goes to all products',
  rule: 'it matches the rule',
  chosen: 'it was chosen by hand',
  added: 'it was added by hand',
  'left-out': 'it was excluded by hand',
  'not-met': 'it does not match the rule',
  'not-chosen': 'it was not chosen',
}
function look(sku: string) {
  focus.value = sku
  open.value = true
}
const lists = computed(() =>
  [
    { name: 'Gained', mark: '+', what: data.value?.gained },
    { name: 'No longer', mark: '−', what: data.value?.lost },
  ].filter((l) => l.what && l.what.count > 0),
)
/** So many of the products are named. */
const mostExamples = 8
</script>

<template>
  <section class="text-[13px]" aria-label="Reach">
    <h2 class="section-head">Reach</h2>
    <p v-if="unfinished" class="pt-2 text-ink2" role="status">
      A condition has no value yet. Its products appear here as soon as it has one.
    </p>
    <p v-else-if="problem" class="pt-2 text-ochre" role="status">
      {{ problem.problem.errors?.[0]?.message ?? problem.sentence }}
    </p>
    <template v-if="data && !unfinished">
      <p class="pt-2" :class="{ 'text-ink3': problem }" role="status" :aria-busy="busy">
        <b class="text-[20px] font-semibold">{{ numberShown(data.count) }}</b>
        {{ reach.eachVariant ? 'variants' : data.count === 1 ? 'product' : 'products' }} in
        <span class="inline-flex items-center gap-1" :class="`thread-${data.storefront}`"
          ><span class="dot" />{{ setup.storefrontName(data.storefront) }}</span
        ><template v-if="saved"
          ><span v-if="data.gained?.count" class="ml-2 text-weld">+{{ numberShown(data.gained.count) }}</span
          ><span v-if="data.lost?.count" class="ml-2 text-madder">−{{ numberShown(data.lost.count) }}</span
          ><span v-if="!data.gained?.count && !data.lost?.count" class="ml-2 text-ink2">as saved</span></template
        >
      </p>
      <details v-for="l in lists" :key="l.name" class="pt-1" open>
        <summary class="cursor-pointer" :class="l.mark === '+' ? 'text-weld' : 'text-madder'">
          {{ l.name }}, {{ numberShown(l.what!.count) }}
        </summary>
        <ul>
          <li v-for="p in l.what!.sample.slice(0, 12)" :key="p.sku" class="flex gap-2">
            <span :class="l.mark === '+' ? 'text-weld' : 'text-madder'" aria-hidden="true">{{ l.mark }}</span><button
              type="button"
              class="link-button"
              @click="look(p.sku)"
            >
              {{ p.name }}</button
            ><span class="code beside">{{ p.sku }}</span>
          </li>
        </ul>
      </details>
      <section class="pt-3" aria-label="Does it reach">
        <div class="inline-row">
          <h3 class="font-semibold">Does it reach</h3>
          <SkuPicker v-model="asked" label="Does it reach this product?" class="w-40" />?
        </div>
        <div
          v-if="data.product"
          class="mt-1.5 border-l-[3px] pl-2.5"
          :class="data.product.reached ? 'border-weld' : 'border-madder'"
          role="status"
        >
          <p>
            <b class="font-semibold" :class="data.product.reached ? 'text-weld' : 'text-madder'">{{
              data.product.reached ? 'Yes' : 'No'
            }}</b>, {{ words[data.product.reason] }}.
            <button class="plain" type="button" @click="look(data.product.sku)">Its page</button>
          </p>
          <p class="text-ink2">
            {{ data.product.name
            }}<template v-if="data.product.asked !== data.product.sku">
              · checked on the parent, {{ data.product.asked }}</template
            >
          </p>
          <RuleExplanation v-if="data.product.explanation" class="mt-1" :explanation="data.product.explanation" />
        </div>
      </section>
      <h3 class="pt-3 font-semibold">For example</h3>
      <ul>
        <li v-for="p in data.sample.slice(0, mostExamples)" :key="p.sku" class="flex gap-2">
          <button type="button" class="link-button" @click="look(p.sku)">
            {{ p.name }}</button><span class="code beside">{{ p.sku }}</span>
        </li>
      </ul>
      <p v-if="data.count > mostExamples" class="text-ink2">and {{ numberShown(data.count - mostExamples) }} more</p>
      <BeforeSaving v-if="draft" :draft="draft" :saved="saved !== null" @look="look" />
      <details class="pt-3">
        <summary class="cursor-pointer text-ink2">The rule as JsonLogic</summary>
        <pre
          class="code mt-1 max-h-60 overflow-auto whitespace-pre-wrap break-all border border-hair p-2"
          tabindex="0"
          >{{ JSON.stringify(data.logic, null, 1) }}</pre>
      </details>
    </template>
  </section>
</template>
