<script setup lang="ts">
import type { RouteLocationRaw } from 'vue-router'

/** Something that is done from the head of a page, in its menu. */
export interface HeadAction {
  id: string
  label: string
  note?: string
  run: () => unknown
}

/**
 * The head of a page: where it belongs, its title with a line on what it is, at most two actions with a menu for the
 * rest, and its controls, beside the title or in a row of their own (`controls`).
 */
const props = defineProps<{
  title: string
  /** The stage whose screens stand above the title; or the list that the page is opened from. */
  stage?: string
  back?: { to: RouteLocationRaw; label: string }
  /** The storefront whose colour the title has. */
  storefront?: string
  menu?: readonly HeadAction[]
}>()
const choose = (id: string) => props.menu?.find((a) => a.id === id)?.run()
</script>

<template>
  <header class="page-head" :class="{ bare: !stage && !back }">
    <StageTabs v-if="stage" class="head-place" :stage="stage" />
    <p v-else-if="back" class="head-place code">
      <NuxtLink :to="back.to" class="hover:underline">{{ back.label }}</NuxtLink>
      <slot name="place" />
    </p>
    <div class="head-title">
      <h1 :class="storefront && `thread-${storefront}`"><span v-if="storefront" class="dot" />{{ title }}</h1>
      <p v-if="$slots.line" class="head-line"><slot name="line" /></p>
      <slot />
    </div>
    <div v-if="$slots.actions || menu?.length" class="head-actions">
      <slot name="actions" />
      <ActionMenu
        v-if="menu?.length"
        class="act"
        label="More"
        :name="`More: ${title}`"
        placement="bottom-end"
        :actions="menu"
        @choose="choose"
      />
    </div>
    <div v-if="$slots.controls" class="head-controls"><slot name="controls" /></div>
  </header>
</template>
