<script setup lang="ts">
definePageMeta({ layout: 'bare' })
const session = useSessionStore()
const email = ref('')
const password = ref('')
const problem = ref('')
const busy = ref(false)

async function enter() {
  busy.value = true
  problem.value = ''
  try {
    await session.signIn(email.value, password.value)
    const then = useRoute().query.then
    await navigateTo(typeof then === 'string' && then.startsWith('/') && !then.startsWith('//') ? then : '/')
  } catch (e) {
    problem.value = e instanceof ApiProblem ? e.problem.detail : 'The server does not answer. Try again in a moment.'
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <main class="grid min-h-full place-items-center p-6">
    <form class="w-full max-w-[360px]" @submit.prevent="enter">
      <div class="mb-6 flex items-center gap-3">
        <LoomMark :size="44" />
        <div>
          <h1>Ink Loom</h1>
          <p class="font-serif italic text-ink2">What will the page say, and why?</p>
        </div>
      </div>

      <FormField label="E-mail address">
        <TextField v-model="email" autocomplete="username" required autofocus type="email" class="w-full" />
      </FormField>

      <FormField class="mt-3" label="Password">
        <TextField v-model="password" autocomplete="current-password" required type="password" class="w-full" />
      </FormField>

      <p v-if="problem" class="mt-3 text-madder" role="alert">{{ problem }}</p>
      <button class="act main mt-4" type="submit" :disabled="busy">Sign in</button>
    </form>
  </main>
</template>
