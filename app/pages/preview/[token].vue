<script setup lang="ts">
import type { PageComment, PreviewPageRow } from '@contracts/previews'
import { withQuestions } from '@core/page/with-questions'
import { framedDocument } from '~/components/proof/framedPage'
import type { ProofPage } from '~/components/proof/useProofPage'

/** What somebody without an account sees who was sent a link: pages that are not live yet, with comments on them. */
definePageMeta({ layout: 'bare' })
const route = useRoute()
const token = computed(() => String(route.params.token))
const params = computed(() => ({ token: token.value }))
const { data: preview, problem } = useAnswer('openPreview', () => ({ params: params.value }))

const editionName = ({ name, language }: { name: string; language: string }) => `${name}, ${bareLanguageName(language)}`
const chosen = ref(0)
const edition = computed(() => preview.value?.editions[chosen.value])
const editionOptions = computed(() => (preview.value?.editions ?? []).map((e, i) => option(i, editionName(e))))
const screen = useProofWidth()

/** Of a release, the page that was chosen in the list. */
const listed = ref<PreviewPageRow>()
const shown = computed(() => {
  if (!edition.value || !preview.value) return undefined
  const { storefront, language } = edition.value
  if (preview.value.sku !== null) return { storefront, language, kind: 'product', key: preview.value.sku }
  return listed.value && { storefront, language, kind: listed.value.kind, key: listed.value.key }
})
const page = useAnswer('previewPage', () => shown.value && { params: params.value, query: shown.value })
const document = computed(() => page.data.value?.document)
/** The page of a product as the proof shows one, without the reasons. */
const productPage = computed((): ProofPage | undefined => {
  if (document.value?.kind !== 'product') return undefined
  const { language } = document.value
  return { framed: framedDocument(document.value), language, proof: null, release: undefined }
})

const asked = ref<string | null>(null)
const partCalled = (piece: string | null) => {
  const parts = Object.values(productPage.value?.framed?.areas ?? {}).flat()
  const part = withQuestions(parts).find((p) => p.piece === piece)
  return part ? { piece: part.piece, title: part.title } : null
}
const part = computed({
  get: () => partCalled(asked.value),
  set: (to) => {
    asked.value = to?.piece ?? null
  },
})
watch(shown, () => {
  asked.value = null
})
function take(comments: PageComment[]) {
  page.set({ document: document.value ?? null, comments })
}

// Whoever comes back to the window sees what was answered meanwhile.
useEventListener('focus', page.refresh)
useHead({ title: computed(() => (preview.value ? `${preview.value.title} · Preview` : 'Preview')) })
</script>

<template>
  <main class="page h-full">
    <div v-if="problem" class="m-auto max-w-[420px] p-8" role="alert">
      <h1>Preview</h1>
      <p class="mt-2">{{ problem.problem.detail }}</p>
    </div>
    <template v-else-if="preview && edition">
      <PageHead :title="preview.title">
        <template #line>
          Preview for {{ preview.audience }}, not public yet · can be opened until {{ dayShown(preview.until) }}
          <template v-if="preview.group"> · for customers of the group {{ preview.group }}</template>
          <template v-if="preview.at"> · as it will be on {{ whenShown(preview.at) }}</template>
          <template v-if="preview.shop">
            · <a class="act" :href="preview.shop" target="_blank" rel="noreferrer">See it in the shop</a>
          </template>
        </template>
        <template #controls>
          <SelectField v-if="editionOptions.length > 1" v-model="chosen" label="Language" :options="editionOptions" />
          <span v-else>{{ editionName(edition) }}</span>
          <span class="inline-flex gap-3" role="group" aria-label="Screen"><ScreenChoice v-model="screen" /></span>
        </template>
      </PageHead>
      <div class="split-body">
        <PreviewPages v-if="preview.release !== null" v-model="listed" :token="token" :edition="edition" />
        <div class="preview-page bg-shade">
          <p v-if="page.problem.value" class="text-madder" role="alert">{{ page.problem.value.sentence }}</p>
          <template v-else-if="page.data.value">
            <PageWithNotes
              v-if="productPage"
              v-model:asked="asked"
              :page="productPage"
              :sku="shown!.key"
              :screen="screen"
              called="The page"
            />
            <ComposedPreview
              v-else-if="document?.kind === 'composed'"
              :sections="document.sections"
              :language="edition.language"
              called="The page"
            />
            <DocumentLines
              v-else-if="document && document.kind !== 'product'"
              :document="document"
              :language="edition.language"
              called="The page"
            />
            <p v-else class="border border-hair2 bg-sheet p-4 text-ink2">There will be no page for shoppers here.</p>
          </template>
        </div>
        <GuestComments
          v-if="shown && page.data.value"
          v-model:part="part"
          class="preview-comments"
          :token="token"
          :page="shown"
          :comments="page.data.value.comments"
          @changed="take"
        />
      </div>
    </template>
  </main>
</template>

<style scoped>
.preview-page {
  display: flex;
  min-width: 0;
  min-height: 0;
  flex: 1;
  flex-direction: column;
  padding: 12px 16px;
}
.preview-comments {
  width: 320px;
  flex-shrink: 0;
  border-inline-start: 1px solid var(--hair-strong);
}
/* On a phone the comments stand below the page. */
@media (max-width: 760px) {
  .split-body {
    flex-direction: column;
    overflow: auto;
  }
  .split-body > * {
    width: 100%;
    flex: none;
  }
  .preview-page {
    height: 70vh;
  }
}
</style>
