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
</script>

<template>
  <NuxtLink :to="`/media/${segment(one.name)}`" class="tile block min-w-0" :tabindex="focused ? 0 : -1">
    <span class="flex h-[118px] items-center justify-center border border-hair bg-white"
      ><img
        v-if="picture"
        :src="pictureUrl(one.name, 200)"
        :alt="one.label ?? ''"
        class="max-h-[116px] max-w-full object-contain"
        loading="lazy"
        decoding="async"
      /><span v-else class="code">{{ one.mime.replace(/^.*\//, '').toUpperCase() }}</span></span
    >
    <span class="mt-1 block truncate text-[12.5px]" :title="one.name">{{ one.name }}</span>
    <span class="block truncate text-[11.5px] text-ink2"
      >{{ size }} · {{ one.of ? `version of ${one.of}` : one.used === 1 ? '1 product' : `${one.used} products` }}</span
    >
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
