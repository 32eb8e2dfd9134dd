<script setup lang="ts">
import { viewWords } from '@core/media/checks'
import { pictureViews } from '@core/media/item'
import { blankUse, commonAttributes } from '@core/attributes/common'
import type { ProductType, TypeAttribute } from '@core/attributes/attribute'
import { codeOfName } from '@core/text/code'

const route = useRoute()
const code = computed(() => (route.params.code === 'new' ? null : String(route.params.code)))
const setup = useSetupStore()
const session = useSessionStore()
/** A new type begins with what the others share. */
const blank = (): ProductType => {
  const { groups, attributes } = commonAttributes([...setup.types.values()].map(toRaw))
  return {
    code: '',
    labels: {},
    groups: groups.length > 0 ? groups : [{ code: 'facts', labels: { [setup.source]: 'Facts' } }],
    attributes,
    views: ['whole'],
    split: null,
  }
}
const record = useRecord(
  'product-types',
  () => code.value,
  blank,
  (r) => r.labels[setup.source] ?? '',
)
const { draft, stored, changed, problem, conflict, busy } = record
const readonly = computed(() => !session.maySetUp)
const usesOf = (group: string) => draft.value!.attributes.filter((a) => a.group === group)
/** The uses as they stand group by group, in the order of the groups. */
const inOrder = (attributes: TypeAttribute[]) =>
  draft.value!.groups.flatMap((g) => attributes.filter((a) => a.group === g.code))
const arrange = (attributes: TypeAttribute[]) => {
  draft.value!.attributes = inOrder(attributes)
}
const replace = (changed: TypeAttribute) =>
  arrange(draft.value!.attributes.map((a) => (a.attribute === changed.attribute ? changed : a)))
const add = (group: string, attribute: string) => arrange([...draft.value!.attributes, blankUse(attribute, group)])
const moveUse = (group: string, from: number, to: number) => {
  const list = usesOf(group)
  if (to < 0 || to >= list.length) return
  arrange([...draft.value!.attributes.filter((a) => a.group !== group), ...moved(list, from, to)])
  void nextTick(() => document.querySelectorAll<HTMLElement>(`[data-group="${group}"] [data-entry] a`)[to]?.focus())
}
/** Moves a use to the group before or after. */
function toGroup(use: TypeAttribute, by: number) {
  const groups = draft.value!.groups
  const next = groups[groups.findIndex((g) => g.code === use.group) + by]
  if (next) replace({ ...use, group: next.code })
}
function addGroup() {
  const taken = draft.value!.groups.map((g) => g.code)
  let n = taken.length + 1
  while (taken.includes(`group-${n}`)) n++
  draft.value!.groups = [...draft.value!.groups, { code: `group-${n}`, labels: {} }]
  void nextTick(() => [...document.querySelectorAll<HTMLElement>('[data-group-name] input')].at(-1)?.focus())
}
/** Groups made here get a code from their name. */
function prepare(r: ProductType): ProductType {
  const codes = new Map<string, string>()
  const groups = r.groups.map((g) => {
    let c = g.code
    if (/^group-\d+$/.test(c) && !stored.value?.groups.some((s) => s.code === c) && g.labels[setup.source]) {
      const base = codeOfName(g.labels[setup.source]!, c)
      c = r.groups.some((x) => x.code === base) || codes.has(base) ? c : base
    }
    codes.set(g.code, c)
    return { ...g, code: c }
  })
  return { ...r, groups, attributes: r.attributes.map((a) => ({ ...a, group: codes.get(a.group)! })) }
}
async function save() {
  if (readonly.value || !draft.value) return
  if (!draft.value.labels[setup.source])
    return tellProblem(
      new ApiProblem({ title: 'Not complete yet', status: 422, detail: 'Give the product type a name first.' }),
    )
  const nameless = draft.value.groups.some((g) => !g.labels[setup.source])
  if (nameless)
    return tellProblem(
      new ApiProblem({
        title: 'Not complete yet',
        status: 422,
        detail: 'One of the groups has no name. Name it or remove it.',
      }),
    )
  if (await record.save(prepare)) await setup.reload()
}
async function afterUndo() {
  await setup.reload()
  await record.takeTheirs()
}
const past = ref(false)
useKeys('Product type', [
  { keys: 'Ctrl+S', does: 'Save', always: true, run: () => void save() },
  {
    keys: 'h',
    does: 'Show or hide history',
    run: () => {
      past.value = !past.value
    },
  },
  { keys: 'Alt+ArrowUp', does: 'Move the attribute up; with Shift, into the previous group' },
  { keys: 'Alt+ArrowDown', does: 'Move down; with Shift, into the next group' },
])
function moveGroup(from: number, by: 1 | -1) {
  const d = draft.value!
  d.groups = moved(d.groups, from, from + by)
  arrange(d.attributes)
}
</script>

<template>
  <div class="page">
    <div v-if="problem" class="p-8" role="alert">
      <h1>{{ problem.problem.title }}</h1>
      <p class="mt-2">{{ problem.sentence }}</p>
    </div>
    <template v-else-if="draft && stored">
      <PageHead
        :title="draft.labels[setup.source] || 'New product type'"
        :back="{ to: '/settings/types', label: 'Product types' }"
      >
        <template #place>{{ draft.code }}</template>
        <template #line>
          {{ draft.attributes.length }} attributes, {{ draft.attributes.filter((a) => a.required).length }} required
        </template>
        <template #actions
          ><RecordActions
            v-model="past"
            it="Settings"
            :history="code !== null"
            :changed="changed"
            :readonly="readonly"
            :blocked="busy"
            @leave="record.reset"
            @save="save"
        /></template>
      </PageHead>
      <div class="page-body padded" tabindex="0" aria-label="The product type">
        <ConflictNote v-if="conflict" @theirs="record.takeTheirs()" @mine="record.keepMine()" />
        <HistoryList v-if="past && code" :of="{ kind: 'product-types', code }" :version="stored" :after="afterUndo" />
        <template v-else>
          <p v-if="readonly" class="mb-3 text-ochre" role="status">
            Read only: {{ session.me?.name }} cannot change settings.
          </p>
          <p v-if="!code && draft.attributes.length > 0" class="mb-3 text-ink2">
            A new product type begins with the attributes that all others have.
          </p>
          <div class="grid max-w-[520px] grid-cols-[60px_minmax(0,1fr)] items-start gap-x-4">
            <span class="pt-1.5 text-ink2">Name</span
            ><LabelsInput v-model="draft.labels" label="Name of the product type" :disabled="readonly" /><span
              class="pt-1 text-ink2"
              >Pictures</span
            >
            <fieldset class="flex flex-wrap gap-x-4 gap-y-1 pt-1">
              <legend class="sr-only">Required picture views</legend>
              <CheckBox
                v-for="v in pictureViews"
                :key="v"
                :disabled="readonly"
                :model-value="draft.views.includes(v)"
                @update:model-value="
                  draft.views = pictureViews.filter((x) =>
                    x === v ? !draft!.views.includes(v) : draft!.views.includes(x),
                  )
                "
                >{{ viewWords[v] }}</CheckBox
              >
            </fieldset>
          </div>
          <section
            v-for="(g, i) in draft.groups"
            :key="g.code"
            class="mt-4"
            :aria-label="g.labels[setup.source] || 'Unnamed group'"
            :data-group="g.code"
          >
            <div class="flex items-start gap-3 border-b border-hair2 pb-1">
              <LabelsInput
                v-model="g.labels"
                class="w-64"
                data-group-name
                :label="`Name of group ${i + 1}`"
                :disabled="readonly"
              />
              <span class="pt-1.5 text-ink2">{{ usesOf(g.code).length }}</span>
              <span v-if="!readonly" class="ml-auto flex gap-3 pt-1.5"
                ><button class="plain" type="button" :disabled="i === 0" @click="moveGroup(i, -1)">Up</button
                ><button class="plain" type="button" :disabled="i === draft.groups.length - 1" @click="moveGroup(i, 1)">
                  Down</button
                ><button
                  v-if="usesOf(g.code).length === 0"
                  class="plain"
                  type="button"
                  @click="draft.groups = draft.groups.filter((x) => x.code !== g.code)"
                >
                  Remove group
                </button></span
              >
            </div>
            <ReorderList @move="(from: number, to: number) => moveUse(g.code, from, to)">
              <li
                v-for="(u, n) in usesOf(g.code)"
                :key="u.attribute"
                data-entry
                @keydown.alt.shift.up.exact.prevent="toGroup(u, -1)"
                @keydown.alt.shift.down.exact.prevent="toGroup(u, 1)"
                @keydown.alt.up.exact.prevent="moveUse(g.code, n, n - 1)"
                @keydown.alt.down.exact.prevent="moveUse(g.code, n, n + 1)"
              >
                <TypeAttributeRow
                  :model-value="u"
                  :place="n + 1"
                  :disabled="readonly"
                  @update:model-value="replace"
                  @remove="arrange(draft.attributes.filter((a) => a.attribute !== u.attribute))"
                />
              </li>
            </ReorderList>
            <AttributeAdder
              v-if="!readonly"
              :taken="draft.attributes.map((a) => a.attribute)"
              :label="`Add an attribute to ${g.labels[setup.source] || 'the group'}`"
              @add="add(g.code, $event)"
            />
          </section>
          <p v-if="!readonly" class="mt-4 flex gap-4">
            <button class="plain" type="button" @click="addGroup">Add a group</button
            ><button v-if="code" class="plain" type="button" @click="record.remove(setup.reload)">
              Delete product type
            </button>
          </p>
        </template>
      </div>
    </template>
  </div>
</template>
