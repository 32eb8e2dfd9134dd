<script setup lang="ts">
import { stepKindNames, stepKinds, type RecipeStep, type StepKindName } from '@core/drafting/recipe'
import type RecipeTrial from '~/components/review/RecipeTrial.vue'

const route = useRoute()
const setup = useSetupStore()
const session = useSessionStore()
const code = computed(() => (route.params.code === 'new' ? null : String(route.params.code)))
const record = useRecord(
  'recipes',
  () => code.value,
  () => ({
    code: '',
    name: '',
    note: '',
    storefront: null,
    steps: [
      { kind: 'facts', instruction: '' },
      { kind: 'description', instruction: stepKinds.description.instruction },
    ],
  }),
  (r) => r.name,
)
const { draft, stored, changed, problem, conflict, busy } = record
const readonly = computed(() => !session.mayEdit)
const past = ref(false)
const left = computed(() => stepKindNames.filter((k) => !draft.value?.steps.some((s) => s.kind === k)))
function add(kind: StepKindName) {
  // It stands where it makes sense: before the first that comes after it.
  const at = draft.value!.steps.findIndex((s) => stepKindNames.indexOf(s.kind) > stepKindNames.indexOf(kind))
  const step: RecipeStep = { kind, instruction: stepKinds[kind].instruction }
  const list = [...draft.value!.steps]
  list.splice(at < 0 ? list.length : at, 0, step)
  draft.value!.steps = list
}
function move(from: number, to: number) {
  if (to >= 0 && to < draft.value!.steps.length) draft.value!.steps = moved(draft.value!.steps, from, to)
}
const steps = useTemplateRef<HTMLElement>('steps')
useReorder(() => steps.value, move)
const trial = useTemplateRef<InstanceType<typeof RecipeTrial>>('trial')
const save = () => !readonly.value && changed.value && record.save()
useKeys('Recipe', [
  { keys: 'Ctrl+S', does: 'Save', always: true, run: () => void save() },
  { keys: 'Ctrl+Enter', does: 'Test on three products', always: true, run: () => void trial.value?.run() },
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
    <div v-if="problem" class="p-8" role="alert">
      <h1>{{ problem.problem.title }}</h1>
      <p class="mt-2">{{ problem.sentence }}</p>
      <NuxtLink to="/review/recipes" class="act mt-3">To the recipes</NuxtLink>
    </div>
    <template v-else-if="draft && stored">
      <PageHead :title="stored.name || 'New recipe'" :back="{ to: '/review/recipes', label: 'Recipes' }">
        <template #actions
          ><RecordActions
            v-model="past"
            it="Recipe"
            :history="code !== null"
            :changed="changed"
            :readonly="readonly"
            :blocked="busy || draft.name.trim() === ''"
            @leave="record.reset"
            @save="save"
          >
            <NuxtLink
              v-if="code && !readonly && !changed"
              class="act"
              :to="{ path: '/review/run', query: { recipe: code } }"
              >Run</NuxtLink
            >
          </RecordActions></template
        >
      </PageHead>
      <div class="flex min-h-0 flex-1">
        <div class="min-w-0 flex-1 overflow-auto px-5 pb-10 pt-3" tabindex="0" aria-label="The recipe">
          <ConflictNote v-if="conflict" @theirs="record.takeTheirs()" @mine="record.keepMine()" />
          <HistoryList
            v-if="past && code"
            :of="{ kind: 'recipes', code }"
            :version="stored"
            :after="() => record.takeTheirs()"
          />
          <template v-else>
            <div class="grid max-w-[720px] grid-cols-[90px_minmax(0,1fr)] items-start gap-x-4 gap-y-2">
              <FormField path="name" beside for="recipe-name" label="Name">
                <TextField id="recipe-name" v-model="draft.name" maxlength="120" :disabled="readonly" />
              </FormField>

              <FormField path="note" beside for="recipe-note" label="Note">
                <TextField
                  id="recipe-note"
                  v-model="draft.note"
                  maxlength="2000"
                  placeholder="Purpose"
                  :disabled="readonly"
                />
              </FormField>

              <FormField path="storefront" beside for="recipe-shop" label="Texts for">
                <SelectField
                  id="recipe-shop"
                  :disabled="readonly"
                  :model-value="draft.storefront"
                  :options="[
                    option(null, 'all storefronts'),
                    ...setup.storefronts.map((s) => option(s.code, `${s.name} alone`)),
                  ]"
                  @update:model-value="draft.storefront = $event"
                />
              </FormField>
            </div>
            <h2 class="pt-3">Steps</h2>
            <div ref="steps" class="max-w-[720px]">
              <RecipeStepEditor
                v-for="(s, i) in draft.steps"
                :key="s.kind"
                :model-value="s"
                :place="i + 1"
                :before="draft.steps.slice(0, i)"
                :disabled="readonly"
                :problem="record.errorAt(`steps[${i}]`)"
                @update:model-value="draft.steps = draft.steps.map((x, j) => (j === i ? $event : x))"
                @remove="draft.steps = draft.steps.filter((_, j) => j !== i)"
                @up="move(i, i - 1)"
                @down="move(i, i + 1)"
              />
            </div>
            <p v-if="!readonly && left.length" class="pt-2.5">
              <ActionMenu
                class="act"
                label="Add a step"
                :actions="left.map((k) => ({ id: k, label: stepKinds[k].label }))"
                @choose="add"
              />
            </p>
            <p v-if="code && !readonly" class="pt-4">
              <button type="button" class="plain" @click="record.remove()">Delete recipe</button>
            </p>
          </template>
        </div>
        <RecipeTrial ref="trial" :recipe="draft" />
      </div>
    </template>
  </div>
</template>
