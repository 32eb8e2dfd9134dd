<script setup lang="ts">
import { mostApprovals, type ReleaseRules } from '@core/release/approval'
import { leastKept, mostKept } from '@core/release/retention'

/** How a storefront wants to be released: who approves, for how long nothing is, and how many releases are kept. */
const rules = defineModel<ReleaseRules>({ required: true })
defineProps<{ disabled: boolean; timeZone: string }>()
const set = (changed: Partial<ReleaseRules>) => {
  rules.value = { ...rules.value, ...changed }
}
const setFrozen = (changed: Partial<NonNullable<ReleaseRules['frozen']>>) =>
  set({ frozen: { ...rules.value.frozen!, ...changed } })
const approvalWords = ['nobody', 'one other person', 'two other people']
const approvalOptions = Array.from({ length: mostApprovals + 1 }, (_, n) => option(String(n), approvalWords[n]!))
</script>

<template>
  <div class="grid gap-5">
    <section aria-label="Approval">
      <h2>Approval</h2>
      <p class="pb-1.5 text-ink2">
        Who has to approve a release before it goes live. Whoever prepared it cannot approve it.
      </p>
      <SelectField
        :model-value="String(rules.approvals)"
        :disabled="disabled"
        label="Who approves a release"
        :options="approvalOptions"
        @update:model-value="set({ approvals: Number($event) })"
      />
    </section>
    <section aria-label="Freeze">
      <h2>Freeze</h2>
      <p class="pb-1.5 text-ink2">
        On these days only administrators can release, remove products or go back. Moments are those of {{ timeZone }}.
      </p>
      <CheckBox
        :model-value="rules.frozen !== null"
        :disabled="disabled"
        @update:model-value="set({ frozen: $event ? { from: null, to: null, why: '' } : null })"
        >Frozen</CheckBox
      >
      <div v-if="rules.frozen" class="flex flex-wrap items-center gap-2 pt-2">
        <label class="inline-row"
          >from
          <DateField
            with-time="from"
            label="Frozen from"
            :disabled="disabled"
            :model-value="rules.frozen.from"
            @update:model-value="setFrozen({ from: $event })"
        /></label>
        <label class="inline-row"
          >to
          <DateField
            with-time="from"
            label="Frozen to"
            :disabled="disabled"
            :model-value="rules.frozen.to"
            @update:model-value="setFrozen({ to: $event })"
        /></label>
        <TextField
          :model-value="rules.frozen.why"
          :disabled="disabled"
          maxlength="200"
          class="w-72"
          label="Why it is frozen"
          placeholder="Reason, shown to everybody"
          @update:model-value="setFrozen({ why: $event })"
        />
      </div>
    </section>
    <section aria-label="Releases that are kept">
      <h2>Releases that are kept</h2>
      <p class="pb-1.5 text-ink2">
        You can go back to any of the latest releases. Pages of older ones are deleted within the hour, except those of
        pinned releases.
      </p>
      <label class="inline-row"
        >Keep the latest
        <NumberField
          class="w-20"
          label="Releases that are kept"
          :model-value="rules.keeps"
          :disabled="disabled"
          required
          whole
          :least="leastKept"
          :most="mostKept"
          @update:model-value="set({ keeps: $event! })"
        />
        releases</label
      >
    </section>
  </div>
</template>
