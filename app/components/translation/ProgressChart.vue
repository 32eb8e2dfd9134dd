<script setup lang="ts">
import type { EditionProgress } from '@contracts/translation'
import { scaleLinear, stack } from 'd3'

/** How far each edition is: its texts as one thread, from final to missing. */
const props = defineProps<{ editions: EditionProgress[] }>()
const emit = defineEmits<{ choose: [EditionProgress] }>()
const setup = useSetupStore()
const keys = [
  'final',
  'reviewed',
  'translated',
  'borrowed',
  'unread',
  'initial',
  'returned',
  'stale',
  'missing',
] as const
const words: Record<(typeof keys)[number], string> = {
  final: 'final',
  reviewed: 'reviewed',
  translated: 'translated',
  borrowed: 'borrowed from another language',
  unread: 'machine, not confirmed',
  initial: 'draft',
  returned: 'returned',
  stale: 'stale',
  missing: 'missing',
}
const height = 16
const width = 380
const layers = computed(() =>
  stack<EditionProgress>()
    .keys(keys)
    .value((e, k) => e.states[k] ?? 0)(props.editions),
)
const sum = (e: EditionProgress) => keys.reduce((n, k) => n + (e.states[k] ?? 0), 0)
const bars = computed(() =>
  props.editions.map((edition, i) => {
    const x = scaleLinear([0, Math.max(1, sum(edition))], [0, width])
    return {
      edition,
      sum: sum(edition),
      parts: layers.value
        .map((l) => ({
          key: l.key as (typeof keys)[number],
          x: x(l[i]![0]),
          w: x(l[i]![1]) - x(l[i]![0]),
          n: edition.states[l.key] ?? 0,
        }))
        .filter((p) => p.n > 0),
    }
  }),
)
</script>

<template>
  <div>
    <svg width="0" height="0" class="absolute" aria-hidden="true">
      <defs>
        <pattern id="t-reviewed" width="6" height="6" patternUnits="userSpaceOnUse">
          <rect width="6" height="6" fill="var(--ink-2)" />
          <path d="M0 3h6" stroke="var(--sheet)" stroke-width="1" />
        </pattern>
        <pattern id="t-translated" width="6" height="6" patternUnits="userSpaceOnUse">
          <path d="M0 1.5h6M0 4.5h6" stroke="var(--ink-2)" stroke-width="1.3" />
        </pattern>
        <pattern id="t-borrowed" width="6" height="6" patternUnits="userSpaceOnUse">
          <path d="M0 3h3" stroke="var(--ink-2)" stroke-width="1.3" />
        </pattern>
        <pattern id="t-unread" width="6" height="6" patternUnits="userSpaceOnUse">
          <path d="M0 3h2" stroke="var(--ochre)" stroke-width="2" />
        </pattern>
        <pattern id="t-returned" width="6" height="6" patternUnits="userSpaceOnUse">
          <circle cx="3" cy="3" r="1.8" fill="var(--madder)" />
        </pattern>
        <pattern id="t-initial" width="6" height="6" patternUnits="userSpaceOnUse">
          <path d="M0 6L6 0" stroke="var(--hair-strong)" stroke-width="1" />
        </pattern>
        <pattern id="t-stale" width="6" height="6" patternUnits="userSpaceOnUse">
          <rect width="6" height="6" fill="var(--ochre)" />
          <path d="M0 6L6 0" stroke="var(--sheet)" stroke-width="1.2" />
        </pattern>
      </defs>
    </svg>
    <ul class="flex flex-wrap gap-x-5 gap-y-1 pb-3 text-[12.5px] text-ink2">
      <li v-for="k in keys" :key="k" class="inline-row">
        <svg width="22" height="12" aria-hidden="true"><rect width="22" height="12" :class="`part ${k}`" /></svg
        >{{ words[k] }}
      </li>
    </ul>
    <table class="w-full text-[13px]">
      <thead>
        <tr class="head-row">
          <th class="py-1 font-semibold">Edition</th>
          <th class="font-semibold">Texts</th>
          <th class="figure">Missing</th>
          <th class="figure">Stale</th>
          <th class="figure">Returned</th>
          <th class="figure">Not confirmed</th>
          <th class="font-semibold">Required</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="b in bars"
          :key="b.edition.storefront + b.edition.language"
          class="border-b border-hair"
          :class="`thread-${b.edition.storefront}`"
        >
          <th class="py-1.5 pr-4 text-left font-normal" scope="row">
            <button type="button" class="plain min-h-6" @click="emit('choose', b.edition)">
              <span class="dot" /> {{ setup.storefrontName(b.edition.storefront) }},
              {{ bareLanguageName(b.edition.language) }}
            </button>
          </th>
          <td class="pr-4">
            <svg
              :width="width"
              :height="height"
              role="img"
              :aria-label="b.parts.map((p) => `${words[p.key]} ${numberShown(p.n)}`).join(', ')"
            >
              <rect
                v-for="p in b.parts"
                :key="p.key"
                :x="p.x"
                :width="p.w"
                y="0"
                :height="height"
                :class="`part ${p.key}`"
              >
                <title>{{ words[p.key] }}: {{ numberShown(p.n) }}</title>
              </rect>
              <rect :width="width" :height="height" fill="none" stroke="var(--hair-strong)" />
            </svg>
          </td>
          <td class="figure" :class="{ 'text-madder': b.edition.states.missing }">
            {{ numberShown(b.edition.states.missing ?? 0) }}
          </td>
          <td class="figure" :class="{ 'text-ochre': b.edition.states.stale }">
            {{ numberShown(b.edition.states.stale ?? 0) }}
          </td>
          <td class="figure">{{ numberShown(b.edition.states.returned ?? 0) }}</td>
          <td class="figure">{{ numberShown(b.edition.states.unread ?? 0) }}</td>
          <td class="text-ink2">{{ b.edition.asks }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.part.final {
  fill: var(--ink-2);
}
.part.reviewed {
  fill: url(#t-reviewed);
}
.part.translated {
  fill: url(#t-translated);
}
.part.borrowed {
  fill: url(#t-borrowed);
}
.part.unread {
  fill: url(#t-unread);
}
.part.returned {
  fill: url(#t-returned);
}
.part.initial {
  fill: url(#t-initial);
}
.part.stale {
  fill: url(#t-stale);
}
.part.missing {
  fill: var(--madder-wash);
}
</style>
