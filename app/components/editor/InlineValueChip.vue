<script setup lang="ts">
import { NodeViewWrapper, nodeViewProps } from '@tiptap/vue-3'
import type { OfferedValue } from './offered'

const props = defineProps(nodeViewProps)
const offered = inject<Ref<OfferedValue[]>>('offered-values', ref([]))
const address = computed(() => String(props.node.attrs.address))
const known = computed(() => offered.value.find((v) => v.address === address.value))
</script>

<template>
  <NodeViewWrapper
    as="span"
    class="chip font-sans text-[12.5px]"
    :class="{ 'outline outline-2 outline-[var(--indigo)]': selected }"
    :title="address"
    >{{ known?.label ?? address.replace('attribute:', '')
    }}<template v-if="known?.sample"> · {{ known.sample }}</template></NodeViewWrapper
  >
</template>
