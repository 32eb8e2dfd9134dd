<script setup lang="ts">
import { colourIn, labOfHex, nameOfColour } from '@core/media/colour-names'
import { blankItem, isPicture } from '@core/media/item'

const route = useRoute()
const lens = useLensStore()
const setup = useSetupStore()
const session = useSessionStore()
const name = computed(() => String(route.params.name))
const record = useRecord(
  'media',
  () => name.value,
  () => blankItem('', ''),
  (r) => r.code,
)
const { draft, stored, changed, problem, conflict, busy } = record
const readonly = computed(() => !session.mayEdit)
const { data: about, refresh } = useAnswer(
  'aboutMedia',
  () => ({ params: { code: name.value }, query: { storefront: lens.storefront, language: lens.language } }),
  { on: () => stored.value },
)
const picture = computed(() => about.value !== undefined && isPicture(about.value.content.mime))
const past = ref(false)
const place = (v: { storefront: string | null; language: string | null }) =>
  [v.language && languageName(v.language), v.storefront && setup.storefrontName(v.storefront)]
    .filter(Boolean)
    .join(', ')
const size = computed(() => {
  const c = about.value?.content
  if (!c) return ''
  const bytes = c.bytes > 1_000_000 ? `${(c.bytes / 1_048_576).toFixed(1)} MB` : `${Math.ceil(c.bytes / 1024)} KB`
  return [
    c.width === null ? null : `${c.width} × ${c.height} pixels`,
    bytes,
    c.mime.replace(/^.*\//, '').replace('svg+xml', 'SVG drawing').toUpperCase(),
  ]
    .filter(Boolean)
    .join(', ')
})
const measured = computed(() => about.value?.content.measured)
const colourName = (hex: string) => colourIn(nameOfColour(labOfHex(hex)!), 'en')
const sharpness = computed(() => Math.round((1 - (measured.value?.blur ?? 0)) * 100))

/** Another content under the same name: an agency's better file takes the place of a draft everywhere at once. */
async function replace([file]: File[]) {
  if (!file) return
  try {
    const data = await call('uploadMedia', {
      query: { name: name.value, taken: 'over' },
      body: file,
      headers: { 'content-type': 'application/octet-stream' },
    })
    tell(data.state === 'unchanged' ? 'This is the same file' : 'File replaced')
    await record.takeTheirs()
    await refresh()
  } catch (error) {
    tellProblem(error)
  }
}
async function save() {
  if (!readonly.value && changed.value && (await record.save())) await refresh()
}
useKeys('Picture', [
  { keys: 'Ctrl+S', does: 'Save', always: true, run: () => void save() },
  {
    keys: 'h',
    does: 'Show or hide history',
    run: () => {
      past.value = !past.value
    },
  },
])
</script>

<template>
  <div class="page">
    <PageHead v-if="problem || !draft" stage="library" :title="name" />
    <div v-if="problem" class="p-8" role="alert">
      <h1>{{ problem.problem.title }}</h1>
      <p class="mt-2">{{ problem.sentence }}</p>
    </div>
    <template v-else-if="draft && stored">
      <PageHead stage="library" :title="name">
        <template #line>{{ size }}</template>
        <template #actions
          ><RecordActions
            v-model="past"
            :it="picture ? 'Picture' : 'File'"
            :history="true"
            :changed="changed"
            :readonly="readonly"
            :blocked="busy"
            @leave="record.reset"
            @save="save"
        /></template>
      </PageHead>
      <div class="page-body padded" tabindex="0" aria-label="The picture or file">
        <ConflictNote v-if="conflict" @theirs="record.takeTheirs()" @mine="record.keepMine()" />
        <HistoryList
          v-if="past"
          :of="{ kind: 'media', code: name }"
          :version="stored"
          :after="() => record.takeTheirs()"
        />
        <div v-else-if="about" class="grid grid-cols-[minmax(300px,440px)_minmax(0,1fr)] items-start gap-8">
          <div>
            <CropField
              v-if="picture"
              v-model:crop="draft.crop"
              v-model:focus="draft.focus"
              :name="name"
              :digest="draft.digest"
              :width="about.content.width!"
              :height="about.content.height!"
              :disabled="readonly"
            />
            <a v-else class="act" :href="`/delivery/media/${segment(name)}`" target="_blank" rel="noopener"
              >Open the file</a
            >
            <p v-if="!readonly" class="mt-3 flex gap-4">
              <FileField class="plain" label="Replace file" @choose="replace" /><button
                type="button"
                class="plain"
                @click="record.remove()"
              >
                Delete
              </button>
            </p>
          </div>
          <div class="max-w-[560px]">
            <ul v-if="about.findings.length" class="mb-3" aria-label="Findings">
              <li
                v-for="f in about.findings"
                :key="f.code"
                class="border-l-[3px] py-0.5 pl-2.5"
                :class="f.level === 'blocker' ? 'border-madder text-madder' : 'border-ochre text-ochre'"
              >
                {{ f.message }}
              </li>
            </ul>
            <MediaForm v-model="draft" :picture="picture" :disabled="readonly" :error-at="record.errorAt" />
            <p v-if="measured" class="mt-4 flex flex-wrap items-center gap-x-5 gap-y-1 text-ink2">
              <span class="inline-row"
                >Background
                <svg viewBox="0 0 14 14" class="h-3.5 w-3.5 border border-hair2" aria-hidden="true">
                  <rect width="14" height="14" :fill="measured.background.colour" /></svg
                ><span class="code">{{ measured.background.colour }}</span> along
                {{ Math.round(measured.background.share * 100) }} % of the edge</span
              ><span>Sharpness {{ sharpness }} of 100</span>
            </p>
            <section v-if="picture" class="mt-4" aria-label="Read from the photo">
              <h2>Read from the photo</h2>
              <p v-if="about.reading" class="mt-1 flex flex-wrap items-center gap-x-5 gap-y-1">
                <span v-for="c in about.reading.swatches" :key="c.colour" class="inline-row"
                  ><svg viewBox="0 0 14 14" class="h-3.5 w-3.5 border border-hair2" aria-hidden="true">
                    <rect width="14" height="14" :fill="c.colour" /></svg
                  >{{ colourName(c.colour) }} <span class="text-ink2">{{ Math.round(c.share * 100) }}%</span></span
                >
                <span class="text-ink2"
                  >{{
                    about.reading.ground ? `on a plain ${about.reading.ground} background` : 'on a mixed background'
                  }}, {{ about.reading.shape }}</span
                >
                <span :class="about.reading.words ? 'text-ochre' : 'text-ink2'">{{
                  about.reading.words ? `text in it, about ${about.reading.letters} letters` : 'no text found'
                }}</span>
              </p>
              <p v-else class="mt-1 text-ink2">It will be read within a minute.</p>
              <p v-if="about.reading?.words && draft.words === null && !draft.of" class="mt-1 text-ochre">
                If it contains text, set its language: other editions need their own version.
              </p>
            </section>
            <section class="mt-4" aria-label="Where it is used">
              <h2>On products</h2>
              <p class="mt-1 flex flex-wrap gap-x-3 gap-y-1">
                <NuxtLink v-for="s in about.used.skus" :key="s" class="plain code" :to="`/catalogue/${segment(s)}`">{{
                  s
                }}</NuxtLink><span v-if="about.used.count > about.used.skus.length" class="text-ink2"
                  >and {{ about.used.count - about.used.skus.length }} more</span
                ><span v-if="about.used.count === 0" class="text-ink2">None.</span>
              </p>
            </section>
            <section v-if="!draft.of" class="mt-4" aria-label="Own versions">
              <h2>Own versions</h2>
              <p class="mt-1 flex flex-wrap gap-x-4 gap-y-1">
                <span v-for="v in about.versions" :key="v.name"
                  ><NuxtLink class="plain" :to="`/media/${segment(v.name)}`">{{ v.name }}</NuxtLink> {{ ' '
                  }}<span class="text-ink2">{{ place(v) }}</span></span
                ><span v-if="about.versions.length === 0" class="text-ink2"
                  >None. Upload the other picture, then choose there what it is a version of.</span
                >
              </p>
            </section>
            <section v-if="about.nearDuplicates.length" class="mt-4" aria-label="Near-duplicates">
              <h2>Near-duplicates</h2>
              <p class="mt-1 flex flex-wrap gap-x-4">
                <NuxtLink v-for="t in about.nearDuplicates" :key="t" class="plain" :to="`/media/${segment(t)}`">{{
                  t
                }}</NuxtLink>
              </p>
            </section>
          </div>
        </div>
      </div>
    </template>
  </div>
</template>
