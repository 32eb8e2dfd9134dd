<script setup lang="ts">
import type { PieceRecord } from '@contracts/records'

/** What a text that many products share says of single ones. */
const props = defineProps<{ piece: PieceRecord }>()
const lens = useLensStore()
const asked = computed(() => ({
  ...props.piece,
  name: props.piece.name.trim() || 'New',
  code: props.piece.code || 'new',
}))
const { data } = useAnswer('sharedTextRemarks', () => ({ body: { piece: asked.value, storefront: lens.storefront } }), {
  wait: 600,
})
</script>

<template>
  <div role="status" aria-label="Remarks on the shared text">
    <ul v-if="data?.items.length" class="mt-3 border-l-[3px] border-ochre pl-2.5 text-ochre">
      <li v-for="i in data.items" :key="i.language + i.word">
        This text is on {{ countShown(i.products, 'product') }}; it mentions <em :lang="i.language">{{ i.word }}</em>,
        which {{ numberShown(i.not) }} of them are not.
      </li>
    </ul>
  </div>
</template>
