<script setup lang="ts">
import { toggled } from '@core/lists/toggled'
import type { RecipeRunBody } from '@contracts/drafting'

const route = useRoute()
const router = useRouter()
const lens = useLensStore()
const setup = useSetupStore()
const session = useSessionStore()
const { filter, condition, where, words, active, clear } = useCatalogueFilter()
const recipes = useAnswer('listRecipes', () => ({}))
const recipe = computed({
  get: () => (typeof route.query.recipe === 'string' ? route.query.recipe : (recipes.data.value?.items[0]?.code ?? '')),
  set: (code) => void router.replace({ query: { ...route.query, recipe: code } }),
})
const writable = computed(() =>
  lens.editions.filter((e) => recipes.data.value?.service.languages.includes(e.language.split('-')[0]!)),
)
const editions = ref<string[]>([])
watch(
  writable,
  (list) => {
    if (editions.value.length === 0)
      editions.value = list.some((e) => e.id === lens.edition.id) ? [lens.edition.id] : []
  },
  { immediate: true },
)
const what = ref<RecipeRunBody['what']>('missing')
const leaveThin = ref(true)
const building = ref(Boolean(filter.where))
const rule = useRuleFilter(where)
const toggle = (id: string) => {
  editions.value = toggled(editions.value, id)
}
const body = computed<RecipeRunBody>(() => ({
  filter: condition.value,
  lens: { storefront: lens.storefront },
  what: what.value,
  leaveThin: leaveThin.value,
  editions: editions.value.map((id) => ({ storefront: id.split('/')[0]!, language: id.split('/')[1]! })),
}))
const ready = computed(() => recipe.value !== '' && editions.value.length > 0 && session.mayEdit)
const preview = useAnswer(
  'previewRecipeRun',
  () => (ready.value ? { params: { code: recipe.value }, body: body.value } : undefined),
  { wait: 250 },
)
const { busy, during } = useBusy()
async function start() {
  if (!ready.value || !preview.data.value?.products) return
  await during(async () => {
    await call('runRecipe', { params: { code: recipe.value }, body: body.value })
    tell('Started. Its progress is shown in the bar below; a message appears when there is something to review.')
    await navigateTo('/review/waiting')
  })
}
useKeys('Run a recipe', [{ keys: 'Ctrl+Enter', does: 'Start the run', always: true, run: () => void start() }])
</script>

<template>
  <div class="page">
    <PageHead title="Draft texts for many products" :back="{ to: '/review/recipes', label: 'Recipes' }" />
    <div class="page-body padded">
      <p v-if="!session.mayEdit" class="mt-3 text-ochre" role="status">
        Read only: {{ session.me?.name }} cannot draft texts.
      </p>
      <form
        v-else
        class="mt-3 grid max-w-[980px] grid-cols-[110px_minmax(0,1fr)] items-start gap-x-4 gap-y-3"
        @submit.prevent="start"
      >
        <FormField beside for="run-recipe" label="Recipe">
          <div class="title-row">
            <SelectField
              id="run-recipe"
              v-model="recipe"
              :options="byRecord(recipes.data.value?.items ?? [])"
            /><NuxtLink v-if="recipe" class="plain" :to="`/review/recipes/${segment(recipe)}`">open</NuxtLink>
          </div>
        </FormField>

        <span class="pt-1.5 text-ink2">Products</span>
        <div>
          <div class="cluster">
            <ProductSearch v-model="filter.q" class="w-44" />
            <CatalogueFilterFields :model-value="filter" />
            <button class="plain" type="button" :aria-expanded="building" @click="building = !building">
              {{ where ? 'Filters on' : 'Conditions' }}</button><button
              v-if="active"
              class="plain"
              type="button"
              @click="clear"
            >
              All products
            </button>
          </div>
          <div v-if="building" class="max-h-[34vh] overflow-auto pt-2">
            <p v-if="words" class="pb-1.5 text-ink2">{{ words }}</p>
            <ConditionGroup v-model="rule" />
          </div>
        </div>
        <span class="pt-0.5 text-ink2">Editions</span>
        <fieldset class="cluster">
          <legend class="sr-only">Editions that are drafted for</legend>
          <CheckBox
            v-for="e in writable"
            :key="e.id"
            :model-value="editions.includes(e.id)"
            :class="`thread-${e.storefront}`"
            @update:model-value="toggle(e.id)"
            ><span class="dot" />{{ setup.storefrontName(e.storefront) }}, {{ bareLanguageName(e.language) }}</CheckBox
          >
        </fieldset>
        <span class="pt-0.5 text-ink2">What</span>
        <div class="space-y-1">
          <label class="inline-row"><input v-model="what" type="radio" value="missing" />only missing texts</label
          ><label class="inline-row"
            ><input v-model="what" type="radio" value="all" />all texts, to compare with the current ones</label
          >
          <CheckBox v-model="leaveThin">skip products with too few facts to draft from</CheckBox>
        </div>
        <span class="pt-0.5 text-ink2">Total</span>
        <div role="status" :aria-busy="preview.busy.value">
          <p v-if="preview.problem.value" class="text-madder" role="alert">{{ preview.problem.value.sentence }}</p>
          <p v-else-if="editions.length === 0" class="text-ink2">Choose an edition.</p>
          <p v-else-if="preview.data.value">
            <b class="font-semibold">{{ numberShown(preview.data.value.products) }}</b>
            {{ preview.data.value.products === 1 ? 'product' : 'products'
            }}<template v-if="leaveThin && preview.data.value.thin"
              >, <b class="font-semibold">{{ numberShown(preview.data.value.thin) }}</b> of which are skipped for too
              few facts</template
            >. About {{ numberShown(preview.data.value.units) }} {{ preview.data.value.unit }}, as
            {{ preview.data.value.sample }} of them show.
          </p>
          <p v-else class="text-ink2">Checking …</p>
          <button class="act main mt-2" type="submit" :disabled="!preview.data.value?.products || busy">
            {{ busy ? 'Starting …' : 'Start the run' }} <span class="opacity-70">Ctrl Enter</span>
          </button>
        </div>
      </form>
    </div>
  </div>
</template>
