<script setup lang="ts">
const setup = useSetupStore()
</script>

<template>
  <div class="page">
    <PageHead stage="settings" title="Storefronts">
      <template #line>{{ setup.storefronts.length }}</template>
    </PageHead>
    <div class="page-body" tabindex="0" aria-label="Storefronts">
      <table class="listing">
        <colgroup>
          <col class="w-[24%]" />
          <col class="w-[11%]" />
          <col class="w-[20%]" />
          <col />
        </colgroup>
        <thead>
          <tr>
            <th>Name</th>
            <th>Currency</th>
            <th>Time zone</th>
            <th>Languages and required translation state</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="s in setup.storefronts" :key="s.code" :class="`thread-${s.code}`">
            <td class="truncate">
              <span class="dot mr-1.5" /><NuxtLink
                class="font-semibold hover:underline"
                :to="`/settings/storefronts/${segment(s.code)}`"
                >{{ s.name }}</NuxtLink
              >
              {{ ' ' }}<span class="code ml-1.5">{{ s.code }}</span>
            </td>
            <td>{{ s.currency }}</td>
            <td class="truncate text-ink2">{{ s.timeZone }}</td>
            <td class="truncate text-ink2">
              {{ s.editions.map((e) => `${bareLanguageName(e.language)} (${e.asks})`).join(', ') }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </div>
</template>
