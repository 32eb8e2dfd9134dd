<script setup lang="ts">
import type { RecipeTrial } from '@contracts/drafting'
import { stepKinds, type Recipe } from '@core/drafting/recipe'

/** A recipe tried on up to three products: what each step was asked, and what it came to. Nothing is kept. */
const props = defineProps<{ recipe: Recipe }>()
const lens = useLensStore()
const setup = useSetupStore()
const skus = useLocalStorage<string[]>('inkloom:trial', [])
const at = ref(0)
const busy = ref(false)
const result = shallowRef<RecipeTrial>()
const problem = ref('')
/** Three products of the catalogue to begin with; whoever is quick waits for them. */
const begun =
  skus.value.length > 0
    ? Promise.resolve()
    : call('listProducts', { query: { limit: 3 } }).then((a) => {
        skus.value = a.items.map((p) => p.sku)
      }, tellProblem)
/** Puts a product into a place; one that has another place changes it with what stands here. */
function choose(i: number, sku: string) {
  if (!sku) return
  const here = skus.value[i]!
  const before = skus.value.indexOf(sku)
  skus.value = skus.value.map((s, j) => {
    if (j === i) return sku
    return j === before ? here : s
  })
}
async function run() {
  if (busy.value) return
  busy.value = true
  problem.value = ''
  await begun
  try {
    result.value = await call('tryRecipe', {
      body: {
        recipe: { ...props.recipe, code: props.recipe.code || 'new', name: props.recipe.name.trim() || 'New' },
        skus: skus.value.slice(0, 3),
        storefront: lens.storefront,
        language: lens.language,
      },
    })
    at.value = Math.min(at.value, result.value.items.length - 1)
  } catch (e) {
    if (e instanceof ApiProblem) problem.value = e.sentence
    else throw e
  } finally {
    busy.value = false
  }
}
defineExpose({ run })
const shown = computed(() => result.value?.items[at.value])
const label = (code: string) =>
  code === 'picture' ? 'Text of the picture' : setup.label(setup.attributes.get(code)?.labels, code)
</script>

<template>
  <aside
    class="flex w-[440px] shrink-0 flex-col overflow-auto border-l border-hair2 bg-sheet px-4 pb-8 pt-3"
    aria-label="Trial"
  >
    <div class="title-row">
      <h2>Trial</h2>
      <span class="text-[12.5px] text-ink2">in {{ languageName(lens.language) }}, on three products</span
      ><button
        type="button"
        class="act main ml-auto"
        :disabled="busy || skus.length === 0 || recipe.steps.length === 0"
        @click="run"
      >
        {{ busy ? 'Trying …' : 'Try' }} <span class="opacity-70">Ctrl Enter</span>
      </button>
    </div>
    <p class="flex gap-2 pt-2">
      <SkuPicker
        v-for="(s, i) in skus.slice(0, 3)"
        :key="i"
        class="w-[128px]"
        :model-value="s"
        :label="`Product ${i + 1} of the trial`"
        @update:model-value="choose(i, $event)"
      />
    </p>
    <p v-if="problem" class="pt-2 text-madder" role="alert">{{ problem }}</p>
    <template v-if="result">
      <p class="flex flex-wrap gap-3 border-b border-hair2 pb-1 pt-3 text-[12.5px]">
        <button
          v-for="(p, i) in result.items"
          :key="p.sku"
          type="button"
          class="max-w-[190px] truncate"
          :class="i === at ? 'border-b-[1.5px] border-ink font-semibold' : 'text-ink2'"
          :aria-pressed="i === at"
          @click="at = i"
        >
          {{ p.name }}
        </button>
      </p>
      <div v-if="shown" role="status">
        <p class="pt-1.5 text-[12.5px] text-ink2">{{ shown.units }} {{ result.unit }}</p>
        <p v-if="shown.thin" class="pt-1 text-ochre">
          Too few facts to draft from: {{ shown.thin.facts }} of {{ shown.thin.of }} facts. These would help most:
          {{ shown.thin.help.map(label).join(', ') }}.
        </p>
        <section v-for="s in shown.steps" :key="s.kind" class="ruled py-2" :aria-label="stepKinds[s.kind].label">
          <h3 class="text-[12.5px] font-semibold">{{ stepKinds[s.kind].label }}</h3>
          <p v-if="s.texts.length === 0 && s.text" class="whitespace-pre-line text-[12.5px]">{{ s.text }}</p>
          <div v-for="t in s.texts" :key="t.attribute" class="pt-0.5">
            <small v-if="s.texts.length > 1 || s.kind === 'photo'" class="text-ink2">{{ label(t.attribute) }}</small>
            <ValueShown
              :value="t.value"
              :type="setup.attributes.get(t.attribute)?.type ?? 'text'"
              :language="lens.language"
              :attribute="setup.attributes.get(t.attribute)"
              :values="shown.values"
              :lang="lens.language"
            />
            <p v-if="t.alternatives.length" class="text-[12.5px] text-ink2">
              or: {{ t.alternatives.map(valueShown).join(', ') }}
            </p>
            <p v-if="t.invented.length" class="text-[12px] text-madder">
              It claims {{ t.invented.join(', ') }}, which no fact supports.
            </p>
            <p
              v-for="(f, i) in t.findings"
              :key="i"
              class="text-[12px]"
              :class="f.level === 'blocker' ? 'text-madder' : 'text-ochre'"
            >
              {{ f.message }}
            </p>
          </div>
          <p v-for="n in s.notes" :key="n" class="text-[12px] text-ochre">{{ n }}</p>
          <details v-if="s.asked" class="text-[12px] text-ink2">
            <summary class="cursor-pointer">Prompt</summary>
            <p class="whitespace-pre-line border-l-2 border-hair2 pl-2">{{ s.asked }}</p>
          </details>
        </section>
      </div>
    </template>
    <div v-else class="pt-4 text-[12.5px] text-ink2">
      <p>Write instructions in plain English. Drafting follows, among others:</p>
      <ul class="mt-1 space-y-0.5">
        <li>“6 sentences in 2 paragraphs”, “4 points”, “at most 300 characters”</li>
        <li>“Begin with the load limit.” “Mention the colour.” “Leave out the warranty.”</li>
        <li>“Address the reader as du.” – or Sie, tu, vous, formally, familiarly</li>
        <li>“End with “From our workshop”.”</li>
      </ul>
      <p class="mt-2">
        Length, voice, banned and preferred words come from the house style. With <span class="key">@</span> an
        instruction takes values of the product and what earlier steps gave.
      </p>
    </div>
  </aside>
</template>
