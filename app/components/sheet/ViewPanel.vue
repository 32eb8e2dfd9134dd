<script setup lang="ts">
import type { SavedBody } from '@contracts/saved'
import { memberWords, type SheetView } from './sheetView'

/** How the sheet is shown: which rows, beside which other edition, with which columns; saved under names. */
const view = defineModel<SheetView>({ required: true })
defineProps<{
  /** The editions that the chosen one can be compared with. */
  editions: readonly Option<string>[]
  content: () => SavedBody['content']
}>()
const emit = defineEmits<{ columns: []; take: [SavedBody['content']] }>()
function chooseColumns(close: () => void) {
  close()
  emit('columns')
}
</script>

<template>
  <DropPanel v-slot="{ close }" class="plain" label="View" placement="bottom-end" panel-class="w-80">
    <div class="grid gap-3">
      <FormField label="Rows">
        <SelectField v-model="view.members" class="w-full" :options="wordsOf(memberWords)" />
      </FormField>
      <FormField label="Compare with another edition">
        <SelectField v-model="view.beside" class="w-full" :options="[option('', 'none'), ...editions]" />
      </FormField>
      <p>
        <button class="plain" type="button" @click="chooseColumns(close)">Columns <span class="key">k</span></button>
      </p>
      <div class="border-t border-hair pt-3"><SheetViews :content="content" @take="emit('take', $event)" /></div>
    </div>
  </DropPanel>
</template>
