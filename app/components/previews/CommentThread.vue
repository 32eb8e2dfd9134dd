<script setup lang="ts">
import type { PageComment, Remark } from '@contracts/previews'

/** A comment on a page with its answers, the oldest first. What can be done with it stands at its foot. */
const props = defineProps<{ comment: PageComment }>()
const remarks = computed((): Remark[] => [props.comment, ...props.comment.answers])
const nameShown = ({ name }: Remark) => name ?? 'Former colleague'
</script>

<template>
  <article :aria-label="`Comment by ${nameShown(comment)}`">
    <div v-for="r in remarks" :key="r.id" :class="{ 'mt-1.5 border-l-[3px] border-hair2 pl-2.5': r !== remarks[0] }">
      <p class="text-[12px] text-ink2">
        <b class="font-semibold text-ink">{{ nameShown(r) }}</b>
        <template v-if="r.guest"> (guest)</template> · {{ whenShown(r.at) }}
      </p>
      <p class="whitespace-pre-wrap break-words">{{ r.words }}</p>
    </div>
    <div class="mt-1 flex flex-wrap items-baseline gap-x-4"><slot /></div>
  </article>
</template>
