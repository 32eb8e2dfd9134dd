<script setup lang="ts">
const setup = useSetupStore()
</script>

<template>
  <div class="flex h-full flex-col">
    <SettingsHead />
    <div class="flex items-baseline gap-4 px-5 pb-2.5 pt-2">
      <h1>Storefronts</h1>
      <span class="text-ink2">{{ setup.storefronts.length }}</span>
    </div>
    <div class="min-h-0 flex-1 overflow-auto border-t border-hair2 bg-sheet" tabindex="0" aria-label="Storefronts">
      <table class="w-full table-fixed text-left">
        <colgroup>
          <col class="w-[24%]" />
          <col class="w-[11%]" />
          <col class="w-[20%]" />
          <col />
        </colgroup>
        <thead class="sticky top-0 bg-sheet text-[12.5px]">
          <tr class="border-b border-hair2">
            <th class="px-5 py-1.5">Name</th>
            <th class="pr-3">Currency</th>
            <th class="pr-3">Time zone</th>
            <th class="pr-5">Languages and required translation state</th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="s in setup.storefronts"
            :key="s.code"
            class="border-b border-hair hover:bg-shade"
            :class="`thread-${s.code}`"
          >
            <td class="truncate px-5 py-1.5">
              <span class="dot mr-1.5" /><NuxtLink
                class="font-semibold hover:underline"
                :to="`/settings/storefronts/${segment(s.code)}`"
                >{{ s.name }}</NuxtLink
              >
              {{ ' ' }}<span class="code ml-1.5">{{ s.code }}</span>
            </td>
            <td class="pr-3">{{ s.currency }}</td>
            <td class="truncate pr-3 text-ink2">{{ s.timeZone }}</td>
            <td class="truncate pr-5 text-ink2">
              {{ s.editions.map((e) => `${bareLanguageName(e.language)} (${e.asks})`).join(', ') }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </div>
</template>
