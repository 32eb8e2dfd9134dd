<script setup lang="ts">
import { normalForm } from '@core/richtext/normal-form'

/** What is put into a text by a small form: a link, a picture of the media library with its text, a link to a video. */
export type Inserting = 'link' | 'picture' | 'video' | 'markup'
const props = defineProps<{ kind: Inserting; language: string; href: string; html: string; hosts: readonly string[] }>()
const emit = defineEmits<{
  link: [string]
  picture: [{ src: string; alt: string; caption: string }]
  video: [{ href: string; text: string }]
  markup: [string]
  leave: []
}>()
const href = ref(props.href || 'https://')
const picture = ref<string | null>(null)
const alt = ref('')
const caption = ref('')
const words = ref('')
const markup = ref(props.html)
const wrong = ref('')
// The text that stands for a picture is kept in the library, by language.
watch(picture, async (name) => {
  if (name === null) return
  const data = await call('getMedia', { params: { code: name } })
  if (name === picture.value) alt.value = data.labels[props.language] ?? ''
})
const hostsAllowed = computed(() =>
  props.hosts.length === 0
    ? 'No video hosts are allowed yet. They are listed under Settings › House style.'
    : `Videos of ${props.hosts.join(', ')} are allowed. The list is under Settings › House style.`,
)
const hostOf = (address: string) => {
  try {
    return new URL(address).hostname
  } catch {
    return ''
  }
}
function take() {
  wrong.value = ''
  if (props.kind === 'link') return emit('link', href.value.trim() === 'https://' ? '' : href.value.trim())
  if (props.kind === 'markup') return emit('markup', normalForm(markup.value))
  if (props.kind === 'picture') {
    if (picture.value === null) return void (wrong.value = 'Choose a picture from the library first.')
    if (alt.value.trim() === '') return void (wrong.value = 'Say what the picture shows, for those who do not see it.')
    return emit('picture', {
      src: `/delivery/media/${encodeURIComponent(picture.value)}`,
      alt: alt.value.trim(),
      caption: caption.value.trim(),
    })
  }
  const host = hostOf(href.value.trim())
  if (!href.value.trim().startsWith('https://') || host === '')
    return void (wrong.value = 'A video is linked by its address, such as https://film.tarnwheel.example/regn.')
  if (!props.hosts.some((h) => host === h || host.endsWith(`.${h}`)))
    return void (wrong.value =
      props.hosts.length === 0
        ? hostsAllowed.value
        : `The house style allows videos of ${props.hosts.join(', ')}; ${host} is none of them.`)
  return emit('video', { href: href.value.trim(), text: words.value.trim() || host })
}
</script>

<template>
  <form class="grid gap-2 border-b border-hair p-2" @submit.prevent="take" @keydown.esc.stop="emit('leave')">
    <TextField v-if="kind === 'link'" v-model="href" autofocus class="w-full" label="Link address" />
    <template v-else-if="kind === 'picture'"
      ><PicturePicker v-model="picture" label="Picture from the library" class="justify-self-start" />
      <FormField label="What it shows, for those who do not see it">
        <TextField v-model="alt" :lang="language" maxlength="300" class="w-full" />
      </FormField>

      <FormField label="Caption (optional)">
        <TextField v-model="caption" :lang="language" maxlength="300" class="w-full" />
      </FormField>
    </template>
    <template v-else-if="kind === 'video'">
      <FormField label="Address of the video">
        <TextField v-model="href" autofocus class="w-full" />
      </FormField>

      <FormField label="Link text">
        <TextField v-model="words" :lang="language" maxlength="200" class="w-full" />
      </FormField>
      <small class="text-ink2">{{ hostsAllowed }}</small></template
    >

    <FormField v-else label="HTML of the text; what is not allowed is removed">
      <TextArea v-model="markup" rows="12" spellcheck="false" autofocus class="code w-full" />
    </FormField>

    <p v-if="wrong" class="text-madder" role="alert">{{ wrong }}</p>
    <p class="flex gap-3">
      <button class="act" type="submit">
        {{
          { link: 'Insert link', picture: 'Insert picture', video: 'Insert video', markup: 'Apply' }[kind]
        }}</button><button class="plain" type="button" @click="emit('leave')">Cancel</button>
    </p>
  </form>
</template>
