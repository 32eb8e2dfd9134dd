<script setup lang="ts">
import type { ListedMedia } from '@contracts/media'
import { isPicture } from '@core/media/item'
import { itemChecks } from '@core/media/checks'

const props = defineProps<{ one: ListedMedia; focused: boolean }>()
const picture = computed(() => isPicture(props.one.mime))
const label = (code: string) => itemChecks.find((c) => c.code === code)?.label ?? code
const size = computed(() =>
  props.one.width === null ? `${Math.ceil(props.one.bytes / 1024)} KB` : `${props.one.width} × ${props.one.height}`,
)
/** What it belongs to. */
const use = computed(() => {
  const { of, used, product } = props.one
  if (of !== null) return `Version of ${of}`
  if (product === null) return 'Not used'
  return used === 1 ? product : `${product}, ${numberShown(used - 1)} more`
})
</script>

<template>
  <NuxtLink :to="`/media/${segment(one.name)}`" class="tile block min-w-0" :tabindex="focused ? 0 : -1">
    <span class="flex aspect-square items-center justify-center overflow-hidden border border-hair bg-white"
      ><img
        v-if="picture"
        :src="pictureUrl(one.name, 240)"
        :alt="one.label ?? ''"
        class="h-full w-full object-cover"
        loading="lazy"
        decoding="async"
      /><span v-else class="code">{{ one.mime.replace(/^.*\//, '').toUpperCase() }}</span></span
    >
    <span class="mt-1 block truncate text-[12.5px]" :title="use">{{ use }}</span>
    <span class="code block truncate text-[11px] text-ink2" :title="`${one.name}, ${size}`">{{ one.name }}</span>
    <span class="block truncate text-[11.5px]"
      ><span
        v-for="(f, i) in one.findings"
        :key="f.code"
        :class="f.level === 'blocker' ? 'text-madder' : 'text-ochre'"
        :title="f.message"
        >{{ i ? ', ' : '' }}{{ label(f.code) }}</span
      ></span
    >
  </NuxtLink>
</template>
