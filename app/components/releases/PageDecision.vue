<script setup lang="ts">
import type { ReleasePageRow } from '@contracts/release'
import { isHeldBack } from './releaseWords'

/** Why a page of a release is held back or left out, and what somebody decides about it. */
const props = defineProps<{ page: ReleasePageRow; releaseId: string; mayDecide: boolean }>()
const emit = defineEmits<{ changed: [] }>()
const isHeld = computed(() => isHeldBack(props.page))
const params = computed(() => {
  const { language, kind, key } = props.page
  return { id: props.releaseId, language, kind, key }
})

/** What a reason is asked for. */
const asked = ref<'anyway' | 'leave-out'>()
const reason = ref('')
watch([() => props.page.key, () => props.page.language, () => props.page.kind], () => {
  asked.value = undefined
  reason.value = ''
})
const { during } = useBusy()
async function act(work: () => Promise<unknown>) {
  if (!(await during(work))) return
  asked.value = undefined
  reason.value = ''
  emit('changed')
}
const giveReason = () =>
  act(() =>
    call(asked.value === 'anyway' ? 'releaseAnyway' : 'leaveOut', {
      params: params.value,
      body: { reason: reason.value },
    }),
  )
const holdBack = () => act(() => call('holdBack', { params: params.value }))
const takeIn = () => act(() => call('takeIn', { params: params.value }))
const by = (person: string | null) => (person ? `, ${person}` : '')
useKeys('Page of a release', [
  {
    keys: 'o',
    does: 'Release the page anyway, with a reason',
    run: () => {
      if (props.mayDecide && isHeld.value && !props.page.leftOut) asked.value = 'anyway'
    },
  },
  {
    keys: 'x',
    does: 'Leave the page out of the release, or include it again',
    run: () => {
      if (!props.mayDecide) return
      if (props.page.leftOut) void takeIn()
      else if (!isHeld.value) asked.value = 'leave-out'
    },
  },
])
</script>

<template>
  <div class="mt-1.5">
    <template v-if="page.leftOut">
      <h3 class="font-semibold text-madder">Left out</h3>
      <p>
        “{{ page.leftOut.reason }}”{{ by(page.leftOut.person) }}
        <button v-if="mayDecide" type="button" class="plain min-h-6" @click="takeIn">
          Include again <span class="key">x</span>
        </button>
      </p>
    </template>
    <template v-else-if="page.held.length">
      <h3 class="font-semibold" :class="{ 'text-madder': isHeld }">{{ isHeld ? 'Held back' : 'Released anyway' }}</h3>
      <ul>
        <li v-for="(h, i) in page.held" :key="i">{{ h.message }}</li>
      </ul>
      <p v-if="page.anyway">
        “{{ page.anyway.reason }}”{{ by(page.anyway.person) }}
        <button v-if="mayDecide" type="button" class="plain min-h-6" @click="holdBack">Hold back again</button>
      </p>
    </template>
    <p v-if="mayDecide && !asked && !page.leftOut" class="flex gap-4">
      <button v-if="isHeld" type="button" class="plain min-h-6" @click="asked = 'anyway'">
        Release anyway … <span class="key">o</span>
      </button>
      <button v-else type="button" class="plain min-h-6" @click="asked = 'leave-out'">
        Leave out … <span class="key">x</span>
      </button>
    </p>
    <form v-if="asked" class="mt-1 flex gap-2" @submit.prevent="giveReason">
      <TextField
        v-model="reason"
        autofocus
        class="w-80"
        label="Reason"
        :placeholder="asked === 'anyway' ? 'Why it is released although it is not ready' : 'Why it is left out'"
        @keydown.esc.stop="asked = undefined"
      />
      <button type="submit" class="act" :disabled="reason.trim().length < 3">
        {{ asked === 'anyway' ? 'Release anyway' : 'Leave out' }}
      </button>
    </form>
  </div>
</template>
