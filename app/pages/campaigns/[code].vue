<script setup lang="ts">
const route = useRoute()
const code = computed(() => (route.params.code === 'new' ? null : String(route.params.code)))
const setup = useSetupStore()
const session = useSessionStore()
const record = useRecord(
  'campaigns',
  () => code.value,
  () => ({ code: '', name: '', note: '', storefronts: [], from: null, to: null }),
  (r) => r.name,
)
const { draft } = record
const readonly = computed(() => !session.mayEdit)
const assignments = useAnswer('listAssignments', () => ({ query: { limit: 1000 } }), { on: () => code.value })
const belonging = computed(() =>
  (assignments.data.value?.items ?? []).filter((a) => a.campaign === code.value && code.value !== null),
)
</script>

<template>
  <RecordPage
    :record="record"
    it="Campaign"
    many="Campaigns"
    :title="draft?.name ?? ''"
    :readonly="readonly"
    removal="Delete this campaign? It can be deleted only when no assignment belongs to it."
    :after="() => setup.reload()"
  >
    <div v-if="draft" class="grid max-w-[760px] gap-4">
      <FormField path="name" label="Name">
        <TextField
          v-model="draft.name"
          :disabled="readonly"
          maxlength="120"
          :autofocus="code === null"
          class="w-full"
        />
      </FormField>

      <FormField path="note" label="Purpose">
        <TextField v-model="draft.note" :disabled="readonly" maxlength="5000" class="w-full" />
      </FormField>

      <fieldset class="cluster" :disabled="readonly">
        <legend class="text-ink2">Storefronts (none selected: all)</legend>
        <StorefrontBoxes v-model="draft.storefronts" :disabled="readonly" />
      </fieldset>
      <p class="flex flex-wrap items-end gap-3">
        <FormField path="from" label="From">
          <DateField
            :disabled="readonly"
            with-time="from"
            :model-value="draft.from"
            @update:model-value="draft.from = $event"
          />
        </FormField>

        <FormField path="to" label="To">
          <DateField
            :disabled="readonly"
            with-time="until"
            :model-value="draft.to"
            @update:model-value="draft.to = $event"
          />
        </FormField>
        <small class="pb-1.5 text-ink3">in each storefront’s time zone; a date without a time ends at midnight</small>
      </p>
      <section v-if="code" aria-label="Assignments">
        <h2 class="flex items-baseline border-b border-hair pb-1">
          Assignments<NuxtLink
            v-if="!readonly"
            class="plain ml-auto text-[13px] font-normal"
            :to="{ path: '/assignments/new', query: { campaign: code } }"
            >Add an assignment</NuxtLink
          >
        </h2>
        <ul>
          <li v-for="a in belonging" :key="a.code" class="ruled">
            <NuxtLink class="hover:underline" :to="`/assignments/${segment(a.code)}`">{{ a.name }}</NuxtLink><small
              v-if="a.resting"
              class="ml-2 text-ochre"
              >paused</small
            >
          </li>
        </ul>
        <p v-if="belonging.length === 0" class="pt-1.5 text-ink2">
          No assignments yet. Add one here, or choose this campaign under the limits of an assignment.
        </p>
      </section>
    </div>
  </RecordPage>
</template>
