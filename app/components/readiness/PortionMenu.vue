<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
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
  <Popover v-slot="{ close }" class="relative">
    <PopoverButton class="plain">{{
      portion ? `Today’s portion: ${portion.done} of ${portion.of} done` : 'Set a daily portion'
    }}</PopoverButton>
    <PopoverPanel class="absolute left-0 top-7 z-40 w-[330px] border border-hair2 bg-paper p-4 shadow-md" focus>
      <form class="grid gap-3" @submit.prevent="save(close)">
        <p class="text-ink2">
          Each day you get the products closest to ready. One is done when nothing blocks it any more.
        </p>
        <label class="flex items-center gap-2"
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
        <label class="flex items-center gap-2"
          >Ready in<select v-model="storefront" class="field">
            <option value="">every storefront</option>
            <option v-for="s in setup.storefronts" :key="s.code" :value="s.code">{{ s.name }}</option>
          </select></label
        >
        <label class="flex items-start gap-2"
          ><input v-model="same" class="mt-1" type="checkbox" /><span
            >Only products found now<small class="block text-ink2">{{ conditionWords || 'all products' }}</small></span
          ></label
        >
        <p class="flex gap-3">
          <button type="submit" class="act main">Save</button
          ><button v-if="portion" type="button" class="plain" @click="drop(close)">Remove</button>
        </p>
      </form>
    </PopoverPanel>
  </Popover>
</template>
