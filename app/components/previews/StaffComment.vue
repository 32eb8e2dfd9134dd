<script setup lang="ts">
import type { PageComment } from '@contracts/previews'

/** A comment on a page as those who have an account see it: they answer and resolve it. */
const props = defineProps<{ comment: PageComment }>()
const emit = defineEmits<{ changed: [PageComment] }>()
const session = useSessionStore()
const { busy, during } = useBusy()
const params = computed(() => ({ id: String(props.comment.id) }))
const answer = (words: string) =>
  during(async () => {
    emit('changed', await call('answerPageComment', { params: params.value, body: { words } }))
  })
const settle = () =>
  during(async () => {
    const settled = !props.comment.settled
    emit('changed', await call('settlePageComment', { params: params.value, body: { settled } }))
  })
</script>

<template>
  <CommentThread :comment="comment">
    <template v-if="session.mayEdit">
      <AnswerBox :send="answer" />
      <button type="button" class="plain min-h-6" :disabled="busy" @click="settle">
        {{ comment.settled ? 'Reopen' : 'Resolve' }}
      </button>
    </template>
    <span v-if="comment.settled" class="text-weld">Resolved</span>
  </CommentThread>
</template>
