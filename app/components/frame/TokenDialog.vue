<script setup lang="ts">
import type { TokenDocument } from '@contracts/people'

const open = defineModel<boolean>({ required: true })
const tokens = ref<TokenDocument[]>([])
const name = ref('')
const made = ref('')
const load = async () => {
  tokens.value = (await call('listTokens')).items
}
watch(open, (o) => {
  made.value = ''
  if (o) void load().catch(tellProblem)
})
async function make() {
  try {
    made.value = (await call('makeToken', { body: { name: name.value } })).secret
    name.value = ''
    await load()
  } catch (e) {
    tellProblem(e)
  }
}
const end = (t: TokenDocument) =>
  call('endToken', { params: { id: t.id } })
    .then(load)
    .catch(tellProblem)
const until = (t: TokenDocument) =>
  new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium' }).format(Date.parse(t.expires))
</script>

<template>
  <ModalDialog v-model="open" title="Personal tokens">
    <p class="mt-1 text-ink2">
      A program that sends one as <span class="code">Authorization: Bearer</span> can do what you can do.
    </p>
    <ul class="mt-3">
      <li v-for="t in tokens" :key="t.id" class="flex items-baseline gap-3 border-b border-hair py-1.5">
        <b class="font-semibold">{{ t.name }}</b><span class="text-ink2">until {{ until(t) }}</span
        ><button class="plain ml-auto" type="button" :aria-label="`Revoke the token ${t.name}`" @click="end(t)">
          Revoke
        </button>
      </li>
    </ul>
    <form class="mt-3 flex gap-2" @submit.prevent="make">
      <TextField
        v-model="name"
        placeholder="Used for"
        required
        maxlength="80"
        class="flex-1"
        label="What the token is used for"
      /><button class="act main" type="submit">Create token</button>
    </form>
    <ShownOnce v-if="made" :secret="made">Copy it now; it will not be shown again.</ShownOnce>
  </ModalDialog>
</template>
