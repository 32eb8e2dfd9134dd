<script setup lang="ts">
import type { FieldConflict } from './useProductPatch'

/** What two people wrote into the same field at the same time, and the choice between them. */
defineProps<{ conflicts: FieldConflict[] }>()
const emit = defineEmits<{ mine: []; theirs: [] }>()
const { pathWords, valueWords } = useHistoryWords()
</script>

<template>
  <section
    class="mx-5 my-2 border-l-[3px] border-madder bg-madderwash px-3 py-2"
    role="alert"
    aria-label="Changed by somebody else"
  >
    <p>Somebody else changed this while you did. Nothing has been overwritten.</p>
    <table class="mt-1 text-left">
      <thead class="text-[12.5px] text-ink2">
        <tr>
          <th class="pr-4 font-normal">Field</th>
          <th class="pr-4 font-normal">Theirs, saved</th>
          <th class="font-normal">Yours, not saved</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="c in conflicts" :key="c.path">
          <th class="pr-4 text-left font-normal">{{ pathWords(c.path) }}</th>
          <td class="pr-4">{{ valueWords(c.path, c.theirs) }}</td>
          <td class="font-semibold">{{ valueWords(c.path, c.mine) }}</td>
        </tr>
      </tbody>
    </table>
    <p class="actions">
      <button type="button" class="act" @click="emit('theirs')">Keep theirs</button>
      <button type="button" class="act" @click="emit('mine')">Save yours</button>
    </p>
  </section>
</template>
