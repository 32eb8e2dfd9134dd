<script setup lang="ts">
import type { TriedComposedPage } from '@contracts/composed'
import { limitWords } from '@core/assignments/limits'
import type { AnySection, ComposedPage } from '@core/composed/page'
import { slugOf } from '@core/search/slug'
import { blankPage } from '~/components/composed/composedWords'

/** A landing page: its outline, the section that is chosen, and the page as it reads through the lens. */
const route = useRoute()
const code = computed(() => (route.params.code === 'new' ? null : String(route.params.code)))
const setup = useSetupStore()
const session = useSessionStore()
const lens = useLensStore()
const blank = (): ComposedPage => ({
  ...blankPage(),
  limits: { ...blankPage().limits, campaign: typeof route.query.campaign === 'string' ? route.query.campaign : null },
})
const record = useRecord(
  'composed-pages',
  () => code.value,
  blank,
  (r) => r.name,
)
const { draft } = record
const readonly = computed(() => !session.mayEdit)
const at = ref(0)
const section = computed({
  get: () => draft.value?.sections[at.value],
  set: (changed: AnySection | undefined) => {
    if (changed) draft.value!.sections = draft.value!.sections.map((s, i) => (i === at.value ? changed : s))
  },
})

const tried = useAnswer(
  'tryComposedPage',
  () => {
    if (!draft.value) return undefined
    const page = { ...draft.value, code: draft.value.code || 'new', name: draft.value.name.trim() || 'New page' }
    return { body: { ...lens.asked, page } }
  },
  { wait: 250 },
)
/** What was shown last stays while something is typed that cannot be read yet. */
const shown = shallowRef<TriedComposedPage>()
watch(tried.data, (answer) => {
  if (answer) shown.value = answer
})
const view = computed(() => shown.value?.view)
const reasons = computed(() => Object.fromEntries((view.value?.leftOut ?? []).map((l) => [l.section, l.reason])))
const chosen = computed({
  get: () => section.value?.code ?? null,
  set: (wanted: string | null) => {
    const i = draft.value!.sections.findIndex((s) => s.code === wanted)
    if (i >= 0) at.value = i
  },
})
const others = useAnswer('listComposedPages', () => ({ query: { limit: 500 } }))
const afterwards = computed(() => [
  option(null, 'nowhere: it is gone for good'),
  ...(others.data.value?.items ?? []).filter((p) => p.code !== code.value).map((p) => option(p.code, p.name)),
])

/** An address is offered from the title, for as long as nobody has written one. */
function offerSlug() {
  const { titles, slugs } = draft.value!
  const title = titles[lens.language]
  if (title && !slugs[lens.language]) draft.value!.slugs = { ...slugs, [lens.language]: slugOf(title, lens.language) }
}
const place = computed(() => setup.editionName(lens.storefront, lens.language))
const where = computed(() => limitWords(draft.value?.limits ?? blankPage().limits, setup.forCore))
const keys = [{ keys: 'Alt+ArrowUp', does: 'Move the section up (or down)' }]
</script>

<template>
  <RecordPage
    :record="record"
    it="Page"
    many="Pages"
    :title="draft?.name ?? ''"
    :readonly="readonly"
    removal="Delete this page? Shoppers lose it with the next release."
    :keys="keys"
  >
    <template #beside>
      <span v-if="draft?.resting" class="text-ochre">paused</span>
    </template>
    <template #under>
      <p class="in-words">{{ where || 'everywhere, always' }}</p>
    </template>
    <div v-if="draft" class="grid grid-cols-[270px_minmax(0,1fr)_minmax(280px,36%)] gap-6">
      <div class="grid min-w-0 grid-cols-[minmax(0,1fr)] content-start gap-4">
        <SectionOutline
          v-model="draft.sections"
          v-model:at="at"
          :language="lens.language"
          :readonly="readonly"
          :reasons="reasons"
        />
        <CheckBox v-model="draft.resting" :disabled="readonly">Paused: nobody gets it</CheckBox>
      </div>
      <div class="grid min-w-0 content-start gap-5">
        <SectionForm
          v-if="section"
          v-model="section"
          :path="`sections[${at}]`"
          :language="lens.language"
          :readonly="readonly"
        />
        <section class="grid gap-3" aria-label="The page">
          <h2 class="section-head">The page</h2>
          <FormField path="name" label="Internal name">
            <TextField
              v-model="draft.name"
              :disabled="readonly"
              maxlength="200"
              :autofocus="code === null"
              class="w-full"
            />
          </FormField>
          <EditionText
            v-model="draft.titles"
            label="Title"
            :language="lens.language"
            :disabled="readonly"
            path="titles"
            @focusout="offerSlug"
          />
          <EditionText
            v-model="draft.slugs"
            label="Address"
            :language="lens.language"
            :disabled="readonly"
            path="slugs"
          />
          <EditionText
            v-model="draft.searchTitles"
            label="Search title"
            :language="lens.language"
            :disabled="readonly"
            path="searchTitles"
          />
          <EditionText
            v-model="draft.searchDescriptions"
            label="Search description"
            :language="lens.language"
            :disabled="readonly"
            path="searchDescriptions"
          />
          <LimitsForm v-model="draft.limits" :disabled="readonly" />
          <FormField path="afterwards" label="Once its time is over, its address leads">
            <SelectField v-model="draft.afterwards" :options="afterwards" :disabled="readonly" />
          </FormField>
          <FormField path="note" label="Note">
            <TextField v-model="draft.note" :disabled="readonly" maxlength="5000" class="w-full" />
          </FormField>
        </section>
      </div>
      <section class="flex h-[70vh] flex-col" aria-label="Preview">
        <h2 class="section-head">{{ view?.title ?? 'No title yet' }}</h2>
        <p class="py-1 text-[12.5px] text-ink2" role="status">
          <span v-if="tried.problem.value" class="text-madder">{{ tried.problem.value.sentence }}</span>
          <template v-else-if="view?.rests">No page for shoppers here: {{ view.rests }}.</template>
          <template v-else>As shoppers read it in {{ place }}, once it is saved and released.</template>
        </p>
        <ComposedPreview
          v-if="view"
          v-model:chosen="chosen"
          :sections="view.sections"
          :cards="shown!.cards"
          :language="lens.language"
          called="The page as shoppers read it"
        />
      </section>
    </div>
  </RecordPage>
</template>
