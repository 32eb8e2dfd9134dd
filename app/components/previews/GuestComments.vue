<script setup lang="ts">
import type { PageComment, PreviewPageQuery } from '@contracts/previews'
import { mostOfComment } from '@core/previews/limits'

/** The comments of a preview on one page, and the form for another. */
const props = defineProps<{
  token: string
  page: PreviewPageQuery
  comments: readonly PageComment[]
}>()
/** The part of the page that is meant, as it was chosen on it; null is the whole page. */
const part = defineModel<{ piece: string; title: string } | null>('part', { required: true })
const emit = defineEmits<{ changed: [PageComment[]] }>()

/** Whoever writes says who they are once. */
const name = useLocalStorage('preview-name', '')
const words = ref('')
const { busy, during } = useBusy()
const isReady = computed(() => name.value.trim() !== '' && words.value.trim() !== '' && !busy.value)
async function send() {
  if (!isReady.value) return
  await during(async () => {
    const body = { ...props.page, part: part.value?.piece ?? null, name: name.value, words: words.value }
    const { items } = await call('commentOnPreview', { params: { token: props.token }, body })
    words.value = ''
    part.value = null
    emit('changed', items)
  })
}
const answer = (id: number, words: string) =>
  during(async () => {
    const params = { token: props.token, id: String(id) }
    const { items } = await call('answerOnPreview', { params, body: { name: name.value, words } })
    emit('changed', items)
  })
</script>

<template>
  <section class="flex min-h-0 flex-col bg-sheet" aria-label="Comments">
    <form class="border-b border-hair2 p-4" @submit.prevent="send" @keydown.ctrl.enter.prevent="send">
      <h2 class="section-head">New comment</h2>
      <p class="py-1.5" role="status">
        <template v-if="part">
          On <b class="font-semibold">{{ part.title }}</b> ·
          <button type="button" class="plain min-h-6" @click="part = null">the whole page instead</button>
        </template>
        <span v-else class="text-ink2">On the whole page. Click a part of the page to comment on that part.</span>
      </p>
      <FormField label="Your name">
        <TextField v-model="name" class="w-full" label="Your name" maxlength="80" autocomplete="name" />
      </FormField>
      <FormField class="mt-2" label="Comment">
        <TextArea v-model="words" class="w-full" rows="4" label="Comment" :maxlength="mostOfComment" />
      </FormField>
      <div class="actions">
        <button type="submit" class="act main" :disabled="!isReady">
          Send <span class="opacity-70">Ctrl Enter</span>
        </button>
      </div>
    </form>
    <ul class="min-h-0 flex-1 overflow-auto px-4 py-2" tabindex="0" aria-label="Comments on this page">
      <li v-for="c in comments" :key="c.id" class="ruled">
        <p v-if="c.part" class="text-[12px]">
          <button type="button" class="plain min-h-6" @click="part = c.part">{{ c.part.title }}</button>
        </p>
        <CommentThread :comment="c">
          <span v-if="c.settled" class="text-weld">Resolved</span>
          <AnswerBox v-if="name.trim() !== ''" :send="(words) => answer(c.id, words)" />
        </CommentThread>
      </li>
      <li v-if="comments.length === 0" class="py-2 text-ink2">Nobody has commented on this page yet.</li>
    </ul>
  </section>
</template>
