<script setup lang="ts">
/** Takes products out of storefronts at once, without a draft: a recall, a legal matter. */
const open = defineModel<boolean>({ required: true })
const props = defineProps<{ storefront: string }>()
const emit = defineEmits<{ removed: [] }>()
const setup = useSetupStore()
const skus = ref('')
const reason = ref('')
const chosen = ref<string[]>([])
const { busy, during } = useBusy()
watch(open, (isOpen) => {
  if (isOpen) chosen.value = [props.storefront]
})
const named = computed(() => skusIn(skus.value))
const isReady = computed(() => named.value.length > 0 && reason.value.trim().length >= 3 && chosen.value.length > 0)
async function remove() {
  if (!isReady.value) return
  await during(async () => {
    const body = { storefronts: chosen.value, skus: named.value, reason: reason.value }
    const { items } = await call('removeAtOnce', { body })
    tell(
      items.length === 0
        ? 'None of them was live there. They are kept out.'
        : `Removed from ${items.map((r) => setup.storefrontName(r.storefront)).join(', ')}.`,
    )
    open.value = false
    skus.value = ''
    reason.value = ''
    emit('removed')
  })
}
</script>

<template>
  <ModalDialog v-model="open" title="Remove products at once">
    <form class="dialog-form" @submit.prevent="remove" @keydown.ctrl.enter.prevent="remove">
      <FormField label="Products">
        <TextArea
          v-model="skus"
          class="mt-1 w-full"
          :rows="3"
          label="SKUs to remove"
          placeholder="SKUs, separated by spaces, commas or lines"
        />
      </FormField>
      <FormField label="Reason">
        <TextField v-model="reason" class="w-full" label="Reason" maxlength="500" placeholder="Why they have to go" />
      </FormField>
      <fieldset>
        <legend class="font-semibold">Storefronts</legend>
        <StorefrontBoxes v-model="chosen" />
      </fieldset>
      <p class="text-ink2">
        Their pages go at once, in every language. They stay out, whatever is released, until somebody lets them come
        back.
      </p>
      <div class="actions">
        <button type="submit" class="act main" :disabled="!isReady || busy">
          Remove now <span class="opacity-70">Ctrl Enter</span>
        </button>
      </div>
    </form>
  </ModalDialog>
</template>
