<script setup lang="ts">
const open = defineModel<boolean>({ required: true })
const known = useKnownKeys()
const caps: Record<string, string> = {
  ' ': 'Space',
  ArrowDown: '↓',
  ArrowUp: '↑',
  ArrowLeft: '←',
  ArrowRight: '→',
  PageDown: 'Page ↓',
  PageUp: 'Page ↑',
}
/** A key as it is written on its cap. */
const capOf = (keys: string) =>
  keys === '+'
    ? keys
    : keys
        .split('+')
        .map((k) => caps[k] ?? k)
        .join(' ')
</script>

<template>
  <ModalDialog v-model="open" title="Keyboard shortcuts">
    <p class="mt-1 text-ink2">While you type, use single letters with Alt.</p>
    <section v-for="part in known" :key="part.id" class="mt-3">
      <h3 class="font-semibold text-ink2">{{ part.where }}</h3>
      <dl class="mt-1 grid grid-cols-[130px_1fr] gap-y-1">
        <template v-for="k in part.keys.filter((x) => x.does)" :key="k.keys"
          ><dt>
            <span class="key">{{ capOf(k.keys) }}</span>
          </dt>
          <dd>{{ k.does }}</dd></template
        >
      </dl>
    </section>
  </ModalDialog>
</template>
