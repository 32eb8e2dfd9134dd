<script setup lang="ts">
const session = useSessionStore()
const { data, problem } = useAnswer('listBlockKinds', () => ({}))
useKeys('Block types', [
  {
    keys: 'n',
    does: 'New block type',
    run: () => {
      if (session.mayEdit) void navigateTo('/settings/block-kinds/new')
    },
  },
])
</script>

<template>
  <div class="flex h-full flex-col">
    <SettingsHead
      ><NuxtLink v-if="session.mayEdit" class="act" to="/settings/block-kinds/new"
        >New block type <span class="key">n</span></NuxtLink
      ></SettingsHead
    >
    <div class="flex items-baseline gap-4 px-5 pb-2.5 pt-2">
      <h1>Block types</h1>
      <span class="text-ink2">Blocks with named fields, set up once and used many times.</span>
    </div>
    <p v-if="problem" class="px-5 text-madder" role="alert">{{ problem.sentence }}</p>
    <div class="min-h-0 flex-1 overflow-auto border-t border-hair2 bg-sheet" tabindex="0" aria-label="Block types">
      <table v-if="data?.items.length" class="w-full table-fixed text-left">
        <colgroup>
          <col class="w-[30%]" />
          <col />
          <col class="w-[14%]" />
        </colgroup>
        <thead class="text-[12.5px]">
          <tr class="border-b border-hair2">
            <th class="px-5 py-1.5">Name</th>
            <th class="pr-3">Fields</th>
            <th class="pr-5 text-right">Blocks</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="k in data.items" :key="k.code" class="border-b border-hair hover:bg-shade">
            <td class="truncate px-5 py-1.5">
              <NuxtLink class="font-semibold hover:underline" :to="`/settings/block-kinds/${segment(k.code)}`">{{
                k.name
              }}</NuxtLink>
            </td>
            <td class="truncate pr-3 text-ink2">
              {{ k.fields.map((f) => f.code).join(', ') }}{{ k.many ? ', repeatable' : '' }}
            </td>
            <td class="pr-5 text-right">{{ k.blocks }}</td>
          </tr>
        </tbody>
      </table>
      <p v-else-if="data" class="p-10 text-center text-ink2">
        <LoomMark :size="40" class="mx-auto mb-3 opacity-60" />No block types yet. A block type defines the fields of
        its blocks: heading, text, link, picture.
      </p>
    </div>
  </div>
</template>
