<script setup lang="ts">
import type { BrokenLink, LinkReport } from '@contracts/release'

/** The broken links on some pages of a storefront, with where each stands; nothing where there are none. */
const props = defineProps<{ report: LinkReport; storefront: string }>()
const headWords = computed(() => {
  const { items, waiting } = props.report
  const asked = waiting > 0 ? ` (${countShown(waiting, 'link')} to other sites not checked yet)` : ''
  return `${countShown(items.length, 'broken link')}${asked}`
})
const pageOf = ({ language }: BrokenLink, key: string) => ({
  path: `/catalogue/${segment(key)}`,
  query: { in: `${props.storefront}/${language}` },
})
const others = ({ pages, on }: BrokenLink) => pages - on.length
</script>

<template>
  <details v-if="report.items.length > 0" class="px-5 pb-2">
    <summary class="min-h-6 cursor-pointer text-madder">{{ headWords }}</summary>
    <ul class="max-h-60 overflow-auto" tabindex="0" aria-label="Broken links">
      <li v-for="link in report.items" :key="`${link.language} ${link.href}`" class="ruled">
        <p>
          <span class="code break-all text-ink">{{ link.href }}</span>
          <span class="text-ink2"> · {{ languageName(link.language) }}</span>
        </p>
        <p>
          {{ link.problem }}
          <span v-if="link.asked" class="text-ink2">Checked {{ whenShown(link.asked) }}.</span>
        </p>
        <p class="text-[12px] text-ink2">
          On {{ countShown(link.pages, 'page') }}:
          <template v-for="(page, i) in link.on" :key="`${page.kind} ${page.key}`"
            >{{ i > 0 ? ', ' : ''
            }}<NuxtLink v-if="page.kind === 'product'" class="plain" :to="pageOf(link, page.key)">{{
              page.name
            }}</NuxtLink
            ><template v-else>{{ page.name }}</template></template
          ><template v-if="others(link) > 0"> and {{ numberShown(others(link)) }} more</template>
        </p>
      </li>
    </ul>
  </details>
</template>
