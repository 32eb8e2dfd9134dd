<script setup lang="ts">
import type { Because } from '@core/page/because'
import { reachWords } from './reachWords'

const props = defineProps<{ because: Because; sku: string }>()
const lens = useLensStore()
// The page says why of what it shows; why a rule does not fit is asked when somebody wants to know.
const { data: asked } = useAnswer('explain', () => {
  const { explanation, assignment, reach } = props.because
  if (explanation || !assignment || !['rule', 'not-met'].includes(reach)) return undefined
  return { body: { assignment: assignment.code, sku: props.sku, lens: lens.body } }
})
const explanation = computed(() => props.because.explanation ?? asked.value?.explanation ?? null)
/** Of a piece that is shown in another language than the edition's: which its title and text are in. */
function languagesShown({ title, body }: { title: string; body: string }) {
  if (title === body) return `in ${languageName(title)}`
  return `title in ${languageName(title)}, text in ${languageName(body)}`
}
</script>

<template>
  <div class="rounded-sm bg-ink px-2.5 py-2 text-sheet">
    <p v-if="because.assignment">
      Assignment {{ because.assignment.number }},
      <NuxtLink class="underline" :to="`/assignments/${segment(because.assignment.code)}`">{{
        because.assignment.name
      }}</NuxtLink>
    </p>
    <p>
      {{ reachWords(because)
      }}<template v-if="because.replaces"
        >, replaces
        <NuxtLink class="underline" :to="`/library/${segment(because.replaces.code)}`">{{
          because.replaces.name
        }}</NuxtLink></template
      >.
    </p>
    <RuleExplanation v-if="explanation" :explanation="explanation" />
    <p>
      Order {{ because.order }}<template v-if="because.language"> · {{ languagesShown(because.language) }}</template>
    </p>
    <p v-if="because.also.length">
      Also assigned by {{ because.also.map((a) => `assignment ${a.number}, ${a.name}`).join('; ') }}
    </p>
  </div>
</template>
