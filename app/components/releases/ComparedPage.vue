<script setup lang="ts">
import type { PageOfTwoReleases } from '@contracts/release'
import type { PartMark } from '../proof/partMark'
import { screenWidths, type ScreenName } from '../proof/screenName'
import { byWhomShown, changeShown, changesLine } from './releaseWords'

/** A page in two states beside each other, with what differs marked. */
const props = defineProps<{
  page: Omit<PageOfTwoReleases, 'name' | 'key' | 'releases'>
  /** What the two states are of. */
  before: string
  after: string
  storefront: string
  /** Moments at which the page changes by itself afterwards. */
  moments?: readonly string[]
  /** Whether it would be so, and is not: it stays as it is live. */
  stays?: boolean
}>()

/** The parts to be marked on a side: what goes stands on the left only, what comes on the right only. */
const marksOf = (...shown: PartMark[]): Record<string, PartMark> =>
  Object.fromEntries(
    props.page.changes.flatMap((c) => (c.area !== '' && shown.includes(c.what) ? [[c.of, c.what]] : [])),
  )
const setup = useSetupStore()
const timeZone = computed(() => setup.timeZoneOf(props.storefront))
const momentShown = (at: string) => whenThere(at, timeZone.value)
const marksBefore = computed(() => marksOf('removed', 'changed'))
const marksAfter = computed(() => marksOf('added', 'changed', 'moved'))
const screen = useState<ScreenName>('compared-screen', () => 'phone')
</script>

<template>
  <section class="compared bg-shade" aria-label="Comparison">
    <div class="compared-states">
      <ComparedState
        :document="page.before"
        :language="page.language"
        :marks="marksBefore"
        :width="screenWidths[screen]"
        called="The page before"
      >
        Before · <b>{{ before }}</b>
      </ComparedState>
      <ComparedState
        :document="page.after"
        :language="page.language"
        :marks="marksAfter"
        :width="screenWidths[screen]"
        called="The page after"
      >
        <span class="flex gap-3">
          <span
            >After · <b>{{ after }}</b></span
          >
          <span v-if="page.kind === 'product'" class="ml-auto inline-flex gap-3" role="group" aria-label="Screen">
            <ScreenChoice v-model="screen" />
          </span>
        </span>
      </ComparedState>
    </div>
    <div class="max-h-[30%] overflow-auto px-4 py-2.5 text-[12.5px]" tabindex="0" aria-label="What changes">
      <p v-if="changesLine(page.changes) === ''" class="text-ink2">
        The whole page {{ stays ? 'would be' : 'is' }} {{ page.change }}.
      </p>
      <ul v-else class="flex flex-wrap gap-x-4">
        <li v-for="(c, i) in page.changes" :key="i">
          <b class="font-semibold">{{ changeShown(c) }}</b> <span class="text-ink2">{{ c.what }}</span>
        </li>
      </ul>
      <div v-if="page.causes.length" class="flex gap-x-1.5 pt-0.5">
        <span class="shrink-0 text-ink2">Because of:</span>
        <ul aria-label="What changed it since it was released last">
          <li v-for="c in page.causes" :key="c.step">
            {{ c.title }} <span class="text-ink2">{{ byWhomShown(c) }}</span>
          </li>
        </ul>
      </div>
      <p v-if="moments?.length" class="text-ink2">It changes by itself on {{ moments.map(momentShown).join(', ') }}.</p>
      <slot />
    </div>
  </section>
</template>

<style scoped>
.compared {
  display: flex;
  min-height: 0;
  flex: 1;
  flex-direction: column;
}
.compared-states {
  display: grid;
  min-height: 0;
  flex: 1;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 12px;
  padding: 12px 16px 0;
}
/* On a phone the page after stands below the page before. */
@media (max-width: 620px) {
  .compared {
    flex: none;
  }
  .compared-states {
    flex: none;
    grid-template-columns: minmax(0, 1fr);
    grid-auto-rows: 60vh;
  }
}
</style>
