<script setup lang="ts">
import type { FixDocument } from '@contracts/readiness'

/**
 * The fixes that would make the most pages ready, each by itself: the best on one line, or all. Its place is kept until
 * they are known.
 */
const props = defineProps<{ fixes: FixDocument[] | undefined; chosen: string | undefined }>()
const emit = defineEmits<{ choose: [FixDocument] }>()
const setup = useSetupStore()
const all = ref(false)
const best = computed(() => props.fixes?.[0])
const others = computed(() => (props.fixes?.length ?? 0) - 1)
const where = (f: FixDocument) =>
  f.storefronts.length === 1
    ? `in ${setup.storefrontName(f.storefronts[0]!)}`
    : `in ${f.storefronts.length} storefronts`
</script>

<template>
  <section class="fixes" aria-label="Fixes">
    <p v-if="!all" class="one-line">
      <span class="lead">Quickest wins</span>
      <template v-if="best">
        <button type="button" class="best" :aria-pressed="chosen === best.id" @click="emit('choose', best)">
          {{ best.text }}
        </button>
        <span class="gain">unblocks {{ countShown(best.pages, 'page') }} {{ where(best) }}</span>
        <button v-if="others > 0" type="button" class="plain more" :aria-expanded="false" @click="all = true">
          {{ others }} more
        </button>
      </template>
      <span v-else-if="fixes" class="text-ink2"
        >No single fix would make a page ready. Blocked pages lack several things.</span
      >
    </p>
    <template v-else>
      <p class="one-line">
        <span class="lead">Fixes that unblock the most pages</span>
        <button type="button" class="plain more" :aria-expanded="true" @click="all = false">Fewer</button>
      </p>
      <ol aria-label="Fixes that unblock the most pages">
        <li v-for="f in fixes" :key="f.id">
          <button type="button" :aria-pressed="chosen === f.id" @click="emit('choose', f)">
            <span class="text" :title="f.text">{{ f.text }}</span>
            <span class="gain">unblocks {{ countShown(f.pages, 'page') }} {{ where(f) }}</span>
          </button>
        </li>
      </ol>
    </template>
  </section>
</template>

<style scoped>
.fixes {
  margin: 0 20px 8px;
  border: 1px solid var(--hair-strong);
  background: var(--sheet);
}
.one-line {
  display: flex;
  min-height: 31px;
  align-items: baseline;
  gap: 12px;
  padding: 5px 12px;
  white-space: nowrap;
}
@media (max-width: 620px) {
  .one-line {
    flex-wrap: wrap;
    white-space: normal;
  }
}
.lead {
  color: var(--ink-2);
  font-family: var(--font-serif);
  font-style: italic;
}
.best {
  overflow: hidden;
  min-width: 0;
  font-weight: 600;
  text-overflow: ellipsis;
}
.best:hover {
  text-decoration: underline;
}
.gain {
  color: var(--ink-2);
  font-size: 12.5px;
}
.more {
  margin-inline-start: auto;
}
ol {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(240px, 1fr));
  border-top: 1px solid var(--hair);
}
li {
  border-bottom: 1px solid var(--hair);
  border-inline-end: 1px solid var(--hair);
}
li > button {
  display: block;
  width: 100%;
  height: 100%;
  padding: 6px 12px;
  text-align: start;
}
li > button:hover {
  background: var(--shade);
}
[aria-pressed='true'] {
  background: var(--indigo-wash);
}
.text {
  display: block;
  font-size: 12.5px;
  font-weight: 600;
  line-height: 1.3;
}
</style>
