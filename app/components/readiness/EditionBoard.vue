<script setup lang="ts">
import type { BoardEdition } from '@contracts/readiness'

/** Every edition with how much of it is ready, and what blocks most of the rest; what is chosen opens in the cloth. */
const storefront = defineModel<string>('storefront', { required: true })
const props = defineProps<{ version: number }>()
/** Pages whose readiness and release do not go together, and the products that the cloth shows for them. */
interface ReleaseGap {
  show: 'unreleased' | 'not-ready-live'
  pages: number
  words: string
}
const emit = defineEmits<{
  fix: [BoardEdition, BoardEdition['blocking'][number]]
  edition: [BoardEdition]
  gap: [BoardEdition, show: ReleaseGap['show']]
}>()
const setup = useSetupStore()
const { data, problem } = useAnswer(
  'readinessBoard',
  () => ({ query: storefront.value ? { storefront: storefront.value } : {} }),
  { on: () => props.version },
)
const percentReady = ({ sold, ready }: BoardEdition) => (sold === 0 ? '' : percentDone(ready, sold))
const gapsOf = ({ unreleased, notReadyLive }: BoardEdition): ReleaseGap[] => [
  { show: 'unreleased', pages: unreleased, words: 'ready, not live' },
  { show: 'not-ready-live', pages: notReadyLive, words: 'live, not ready' },
]
const isDone = ({ sold, ready }: BoardEdition) => sold > 0 && ready === sold
</script>

<template>
  <div class="page-body padded" tabindex="0" role="region" aria-label="Board by edition">
    <p v-if="problem" class="text-madder" role="alert">{{ problem.sentence }}</p>
    <SelectField
      v-model="storefront"
      class="mb-4 w-44"
      label="Storefront"
      :options="[option('', 'All storefronts'), ...byRecord(setup.storefronts)]"
    />
    <ol v-if="data" class="board">
      <li v-for="e in data.items" :key="`${e.storefront}/${e.language}`" :class="`thread-${e.storefront}`">
        <h2 class="title-row">
          <button type="button" class="link-button" @click="emit('edition', e)">
            <span class="dot mr-1.5" />{{ setup.editionName(e.storefront, e.language) }}</button
          ><span class="beside">{{ percentReady(e) }}</span>
        </h2>
        <ShareBar :of="e.sold" :done="e.ready" />
        <p class="pt-1 text-ink2">
          <template v-if="e.sold === 0">No products are sold here.</template>
          <template v-else
            >{{ numberShown(e.ready) }} of {{ countShown(e.sold, 'page') }} ready,
            {{ numberShown(e.live) }} live</template
          >
        </p>
        <p class="flex flex-wrap gap-x-3">
          <template v-for="g in gapsOf(e)" :key="g.show">
            <button v-if="g.pages > 0" type="button" class="plain min-h-6" @click="emit('gap', e, g.show)">
              {{ numberShown(g.pages) }} {{ g.words }}
            </button>
          </template>
        </p>
        <ul>
          <li v-for="f in e.blocking" :key="f.id">
            <button type="button" class="fix" @click="emit('fix', e, f)">
              <span class="text">{{ f.text }}</span> {{ ' '
              }}<span class="text-ink2">blocks {{ countShown(f.pages, 'page') }}</span>
            </button>
          </li>
        </ul>
        <p v-if="isDone(e)" class="text-weld">All pages are ready.</p>
      </li>
    </ol>
  </div>
</template>

<style scoped>
.board {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(270px, 1fr));
  gap: 20px 28px;
}
.fix {
  display: block;
  width: 100%;
  border-top: 1px solid var(--hair);
  padding: 5px 0;
  font-size: 12.5px;
  line-height: 1.35;
  text-align: start;
}
.fix:hover .text {
  text-decoration: underline;
}
.text {
  font-weight: 600;
}
</style>
