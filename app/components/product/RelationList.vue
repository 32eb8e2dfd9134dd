<script setup lang="ts">
import { relationKinds, type Relation, type RelationKind } from '@core/catalogue/model'
import type { ProductPatchBody, ProductDocument } from '@contracts/product'
import { mostOfPart } from '@core/imports/packed'
import { relationWords } from '@core/catalogue/relation-words'

/** What a product has to do with others, and facts of other systems that travel with it. */
const props = defineProps<{ product: ProductDocument; disabled: boolean }>()
const emit = defineEmits<{ patch: [ProductPatchBody] }>()
const kind = ref<RelationKind>('goes-with')
const of = (k: RelationKind) => props.product.relations.filter((r) => r.kind === k)
const add = (skus: string[]) => {
  const more = skus
    .filter(
      (s) => s !== props.product.sku && !props.product.relations.some((r) => r.kind === kind.value && r.sku === s),
    )
    .map((sku): Relation => ({ kind: kind.value, sku }))
  if (more.length > 0) emit('patch', { relations: [...props.product.relations, ...more] })
}
function setQuantity(part: Relation, quantity: number) {
  const { kind, sku } = part
  const changed: Relation = quantity === 1 ? { kind, sku } : { kind, sku, quantity }
  emit('patch', { relations: props.product.relations.map((r) => (r === part ? changed : r)) })
}
const name = ref('')
const value = ref('')
function addFact() {
  if (!name.value.trim()) return
  emit('patch', { carried: { ...props.product.carried, [name.value.trim()]: value.value } })
  name.value = value.value = ''
}
const without = (fact: string) => Object.fromEntries(Object.entries(props.product.carried).filter(([k]) => k !== fact))
</script>

<template>
  <div id="field-relations" class="px-5">
    <template v-for="k in relationKinds" :key="k"
      ><p v-if="of(k).length" class="flex flex-wrap gap-x-4 gap-y-1 py-0.5">
        <span class="w-32 text-ink2">{{ relationWords[k] }}</span><span
          v-for="r in of(k)"
          :key="r.sku"
          class="inline-row"
          ><template v-if="k === 'part'"
            ><NumberField
              class="w-14"
              :label="`How many of ${r.sku} the set holds`"
              :model-value="r.quantity ?? 1"
              :disabled="disabled"
              whole
              required
              :least="1"
              :most="mostOfPart"
              @update:model-value="setQuantity(r, $event ?? 1)"
            />
            ×</template
          ><NuxtLink class="plain code" :to="`/catalogue/${segment(r.sku)}`">{{ r.sku }}</NuxtLink
          ><IconButton
            icon="remove"
            v-if="!disabled"
            :label="`${relationWords[k]} ${r.sku}: remove`"
            @click="emit('patch', { relations: product.relations.filter((x) => x !== r) })"
        /></span></p
    ></template>
    <p v-if="!disabled" class="inline-row py-1">
      <SelectField v-model="kind" label="Relation" :options="withWords(relationKinds, relationWords)" /><SkuPicker
        :model-value="''"
        label="Related product"
        clears
        @update:model-value="add([$event])"
        @many="add"
      />
    </p>
    <h3 class="pt-2 text-[13px] font-semibold">Data from other systems</h3>
    <p v-for="(v, k) in product.carried" :key="k" class="flex gap-3 py-0.5">
      <span class="code w-32">{{ k }}</span><span>{{ v }}</span
      ><IconButton
        icon="remove"
        v-if="!disabled"
        :label="`Remove ${k}`"
        @click="emit('patch', { carried: without(String(k)) })"
      />
    </p>
    <form v-if="!disabled" class="inline-row py-1" @submit.prevent="addFact">
      <TextField v-model="name" placeholder="tax-class" class="w-32" label="Name of the field" /><TextField
        v-model="value"
        class="w-48"
        label="Value"
      /><button type="submit" class="act" :disabled="!name.trim()">Add</button>
    </form>
  </div>
</template>
