<script setup lang="ts">
/** Creates a delivery key for some storefronts, and shows it this once. */
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ created: [] }>()
const name = ref('')
const chosen = ref<string[]>([])
/** The key that was made, until the dialog is closed. */
const made = ref('')
const { busy, during } = useBusy()
watch(open, () => {
  name.value = ''
  chosen.value = []
  made.value = ''
})
const isReady = computed(() => name.value.trim() !== '' && chosen.value.length > 0)
async function create() {
  if (!isReady.value) return
  await during(async () => {
    const body = { name: name.value, storefronts: chosen.value }
    made.value = (await call('makeDeliveryKey', { body })).key
    emit('created')
  })
}
</script>

<template>
  <ModalDialog v-model="open" title="New delivery key">
    <template v-if="made">
      <ShownOnce :secret="made">
        Copy the key now; it will not be shown again. Keep it on the shop’s server, never in a browser.
      </ShownOnce>
      <p class="mt-2 text-ink2">
        The shop sends it as <span class="code">Authorization: Bearer</span> and names the group in the address:
        <span class="code">?group=</span>.
      </p>
    </template>
    <form v-else class="dialog-form" @submit.prevent="create" @keydown.ctrl.enter.prevent="create">
      <FormField label="Used by">
        <TextField
          v-model="name"
          autofocus
          class="w-full"
          label="Used by"
          maxlength="80"
          placeholder="Which shop or program"
        />
      </FormField>
      <fieldset>
        <legend class="font-semibold">Storefronts</legend>
        <StorefrontBoxes v-model="chosen" />
      </fieldset>
      <div class="actions">
        <button type="submit" class="act main" :disabled="!isReady || busy">
          Create <span class="opacity-70">Ctrl Enter</span>
        </button>
      </div>
    </form>
  </ModalDialog>
</template>
