<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import type { FixDocument } from '@contracts/readiness'

/** The fixes that would make the most pages ready, each by itself: as many as fit beside each other, or all. */
const props = defineProps<{ fixes: FixDocument[]; chosen: string | undefined }>()
const emit = defineEmits<{ choose: [FixDocument] }>()
const setup = useSetupStore()
const strip = useTemplateRef<HTMLElement>('strip')
const { width } = useElementSize(strip)
const all = ref(false)
const fitting = computed(() => Math.max(1, Math.floor(width.value / 215)))
const shown = computed(() => (all.value ? props.fixes : props.fixes.slice(0, fitting.value)))
const where = (f: FixDocument) =>
  f.storefronts.length === 1
    ? `in ${setup.storefrontName(f.storefronts[0]!)}`
    : `in ${f.storefronts.length} storefronts`
</script>

<template>
  <div class="mx-5 mb-2 flex border border-hair2 bg-sheet">
    <p class="w-[104px] shrink-0 self-center px-3 font-serif italic leading-tight text-ink2">
      Fixes that unblock the most pages
    </p>
    <ol
      ref="strip"
      class="grid min-w-0 flex-1"
      :style="{ gridTemplateColumns: `repeat(${Math.min(fitting, Math.max(1, fixes.length))}, minmax(0, 1fr))` }"
      aria-label="Fixes that unblock the most pages"
    >
      <li v-for="f in shown" :key="f.id" class="border-b border-l border-hair -mb-px">
        <button
          type="button"
          class="block h-full w-full px-3 py-1.5 text-left hover:bg-shade"
          :class="{ 'bg-indigowash': chosen === f.id }"
          :aria-pressed="chosen === f.id"
          @click="emit('choose', f)"
        >
          <span class="line-clamp-2 text-[12.5px] font-semibold leading-[1.3]" :title="f.text">{{ f.text }}</span><span
            class="block truncate text-[12px] text-ink2"
            >unblocks
            <b class="font-semibold text-weld">{{ numberShown(f.pages) }} {{ f.pages === 1 ? 'page' : 'pages' }}</b>
            {{ where(f) }}</span
          >
        </button>
      </li>
      <li v-if="fixes.length === 0" class="side-note">
        No single fix would make a page ready. Pages that are blocked lack several things.
      </li>
    </ol>
    <button
      v-if="fixes.length > fitting"
      type="button"
      class="w-[52px] shrink-0 self-stretch border-l border-hair text-ink2 hover:bg-shade"
      :aria-expanded="all"
      @click="all = !all"
    >
      {{ all ? 'Fewer' : `All ${fixes.length}` }}
    </button>
  </div>
</template>
