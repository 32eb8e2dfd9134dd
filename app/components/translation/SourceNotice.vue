<script setup lang="ts">
const lens = useLensStore()
const setup = useSetupStore()
const session = useSessionStore()
const targets = computed(() =>
  lens.editions.filter((e) => e.language !== setup.source && session.mayTranslate(e.language)),
)
</script>

<template>
  <div class="px-5 py-6">
    <p class="max-w-[60ch]">
      The lens is set to {{ languageName(setup.source) }}, the source language. Choose a language to translate into:
    </p>
    <ul class="mt-3 flex flex-wrap gap-2">
      <li v-for="e in targets" :key="e.id">
        <button type="button" class="act" :class="`thread-${e.storefront}`" @click="lens.set({ in: e.id })">
          <span class="dot" />{{ setup.storefrontName(e.storefront) }}, {{ bareLanguageName(e.language) }}
        </button>
      </li>
    </ul>
  </div>
</template>
