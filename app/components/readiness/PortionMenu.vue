<script setup lang="ts">
import type { PortionDocument } from '@contracts/readiness'

/** The share of the work that you take on each day. */
const props = defineProps<{ portion: PortionDocument | null; condition: unknown; conditionWords: string }>()
const emit = defineEmits<{ changed: [PortionDocument | null] }>()
const setup = useSetupStore()
const products = ref<number | null>(12)
const storefront = ref('')
const same = ref(false)
watch(
  () => props.portion,
  (p) => {
    products.value = p?.products ?? 12
    storefront.value = p?.storefront ?? ''
    same.value = p !== null && p.filter !== null
  },
  { immediate: true },
)
const buttonLabel = computed(() =>
  props.portion ? `Today’s portion: ${props.portion.done} of ${props.portion.of} done` : 'Set a daily portion',
)
async function save(close: () => void) {
  try {
    emit(
      'changed',
      await call('setPortion', {
        body: {
          products: products.value ?? 12,
          storefront: storefront.value || null,
          filter: same.value ? props.condition : null,
        },
      }),
    )
    close()
  } catch (e) {
    tellProblem(e)
  }
}
async function drop(close: () => void) {
  await call('dropPortion')
  emit('changed', null)
  close()
}
</script>

<template>
  <DropPanel v-slot="{ close }" class="plain" :label="buttonLabel" panel-class="w-[330px]">
    <form class="grid gap-3" @submit.prevent="save(close)">
      <p class="text-ink2">
        Each day you get the products closest to ready. One is done when nothing blocks it any more.
      </p>
      <label class="inline-row"
        >Products a day<NumberField
          v-model="products"
          class="w-20"
          label="Products a day"
          live
          required
          whole
          :least="1"
          :most="500"
      /></label>
      <label class="inline-row"
        >Ready in<SelectField
          v-model="storefront"
          :options="[option('', 'all storefronts'), ...byRecord(setup.storefronts)]"
      /></label>
      <CheckBox v-model="same" class="items-start"
        ><span
          >Only products found now<small class="block text-ink2">{{ conditionWords || 'all products' }}</small></span
        ></CheckBox
      >
      <p class="flex gap-3">
        <button type="submit" class="act main">Save</button
        ><button v-if="portion" type="button" class="plain" @click="drop(close)">Remove</button>
      </p>
    </form>
  </DropPanel>
</template>
