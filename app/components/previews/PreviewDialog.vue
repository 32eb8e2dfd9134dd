<script setup lang="ts">
import type { PreviewLink } from '@contracts/previews'
import { toggled } from '@core/lists/toggled'
import { mostPreviewDays } from '@core/previews/limits'
import type { LensEdition } from '~/stores/lens'

/** Links with which people without an account look at a product's page, or at a release: those there are, and a new one. */
const open = defineModel<boolean>({ required: true })
const props = defineProps<{
  /** What is shown: the page of a product as it is saved, or a release. */
  sku?: string
  release?: number
  /** The editions that can be shown. */
  editions: readonly LensEdition[]
}>()
const setup = useSetupStore()
const lens = useLensStore()

const subject = computed(() => (props.sku === undefined ? { release: props.release! } : { sku: props.sku }))
const { data, problem, refresh } = useAnswer('listPreviews', () =>
  open.value ? { query: { ...subject.value, limit: 100 } } : undefined,
)
const links = computed(() => (data.value?.items ?? []).filter((l) => l.ended === null))

const dayIn = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10)
/** Most are looked at within two weeks. */
const usualDays = 14
const audience = ref('')
const chosen = ref<string[]>([])
const until = ref<string | null>(null)
const made = ref('')
watch(
  open,
  () => {
    audience.value = ''
    made.value = ''
    until.value = dayIn(usualDays)
    const here = props.editions.filter((e) => e.id === lens.edition.id)
    chosen.value = (here.length > 0 ? here : props.editions).map((e) => e.id)
  },
  { immediate: true },
)
const isReady = computed(() => audience.value.trim() !== '' && chosen.value.length > 0 && until.value !== null)
/** A page is shown for whom, and when, the lens shows it. */
const seen = computed(() => (props.sku === undefined ? {} : { group: lens.group || null, at: lens.asked.at ?? null }))
const seenWords = computed(() => {
  const words = [
    ...(seen.value.group ? [`for customers of the group ${setup.groupName(seen.value.group)}`] : []),
    ...(seen.value.at ? [`as it is on ${whenThere(seen.value.at, setup.timeZoneOf(lens.storefront))}`] : []),
  ]
  return words.length === 0 ? '' : `The page is shown ${words.join(', ')}, as in the lens.`
})

const { busy, during } = useBusy()
async function create() {
  if (!isReady.value) return
  await during(async () => {
    const editions = props.editions
      .filter((e) => chosen.value.includes(e.id))
      .map(({ storefront, language }) => ({ storefront, language }))
    const body = { ...subject.value, ...seen.value, audience: audience.value, editions, until: until.value! }
    const { address } = await call('makePreview', { body })
    made.value = new URL(address, location.origin).href
    await refresh()
  })
}
async function copy() {
  await navigator.clipboard.writeText(made.value)
  tell('The link has been copied.')
}
const withdraw = (link: PreviewLink) =>
  during(async () => {
    await call('withdrawPreview', { params: { id: String(link.id) } })
    tell(`The link for ${link.audience} opens nothing any more.`)
    await refresh()
  })
const languagesOf = ({ editions }: PreviewLink) =>
  editions.map((e) => setup.editionName(e.storefront, e.language)).join(' · ')
const openedWords = ({ opened }: PreviewLink) => (opened === null ? 'not opened yet' : `opened ${whenShown(opened)}`)
</script>

<template>
  <ModalDialog v-model="open" title="Share a preview" wide>
    <template v-if="made">
      <ShownOnce :secret="made">
        Copy the link now; it will not be shown again. Whoever has it can look and comment without an account.
      </ShownOnce>
      <div class="actions">
        <button type="button" class="act main" @click="copy">Copy link</button>
        <button type="button" class="plain min-h-6" @click="made = ''">Create another</button>
      </div>
    </template>
    <form v-else class="dialog-form" @submit.prevent="create" @keydown.ctrl.enter.prevent="create">
      <div class="halves">
        <FormField label="For whom">
          <TextField
            v-model="audience"
            autofocus
            class="w-full"
            label="For whom"
            maxlength="120"
            placeholder="An agency, a colleague"
          />
        </FormField>
        <FormField label="Can be opened until" :help="`${mostPreviewDays} days ahead at most.`">
          <DateField v-model="until" label="Can be opened until" :min="dayIn(0)" :max="dayIn(mostPreviewDays)" />
        </FormField>
      </div>
      <fieldset v-if="editions.length > 1">
        <legend class="font-semibold">Languages</legend>
        <div class="grid grid-cols-3 gap-x-4">
          <CheckBox
            v-for="e in editions"
            :key="e.id"
            :class="`thread-${e.storefront}`"
            :model-value="chosen.includes(e.id)"
            @update:model-value="chosen = toggled(chosen, e.id)"
            ><span class="dot mr-1.5" />{{ setup.editionName(e.storefront, e.language) }}</CheckBox
          >
        </div>
      </fieldset>
      <p v-if="seenWords" class="text-ink2">{{ seenWords }}</p>
      <div class="actions">
        <button type="submit" class="act main" :disabled="!isReady || busy">
          Create link <span class="opacity-70">Ctrl Enter</span>
        </button>
      </div>
    </form>
    <p v-if="problem" class="mt-3 text-madder" role="alert">{{ problem.sentence }}</p>
    <section v-else-if="links.length > 0" class="mt-5" aria-label="Links in use">
      <h3 class="section-head">Links in use</h3>
      <ul>
        <li v-for="l in links" :key="l.id" class="ruled flex items-baseline gap-3">
          <span class="min-w-0 flex-1">
            <b class="font-semibold">{{ l.audience }}</b>
            <span class="fine-line block" :title="languagesOf(l)"
              >until {{ dayShown(l.until) }} · {{ openedWords(l) }} · {{ languagesOf(l) }}</span
            >
          </span>
          <NuxtLink v-if="l.open > 0" class="plain" to="/review/comments">{{
            countShown(l.open, 'open comment')
          }}</NuxtLink>
          <button type="button" class="plain min-h-6" :disabled="busy" @click="withdraw(l)">Withdraw</button>
        </li>
      </ul>
    </section>
  </ModalDialog>
</template>
