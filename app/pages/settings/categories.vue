<script setup lang="ts">
import { type Category, typeOfCategory } from '@core/catalogue/model'
import { spotAfterStep, spotOfDrop, treeRows, type Spot } from '@core/catalogue/tree'
import { codeOfName, freeCode } from '@core/text/code'

type Listed = Category & { products: number; below: number }
const setup = useSetupStore()
const session = useSessionStore()
const { data, problem, refresh } = useAnswer('listCategories', () => ({}))
const items = computed(() => data.value?.items ?? [])
const closed = ref(new Set<string>())
const rows = computed(() => treeRows(items.value, (c) => !closed.value.has(c)))
const at = ref('')
watch(rows, (r) => {
  if (!r.some((x) => x.item.code === at.value)) at.value = r[0]?.item.code ?? ''
})
const current = computed(() => items.value.find((c) => c.code === at.value))
const nameOf = (c: Category) => setup.label(c.names, c.code)
const tree = useTemplateRef<HTMLElement>('tree')
const focusRow = () => void nextTick(() => tree.value?.querySelector<HTMLElement>(`[data-code="${at.value}"]`)?.focus())
const mayWrite = computed(() => session.maySetUp)

/**
 * The version that is written over. What somebody else has renamed since it was looked at is not written over: it is
 * shown instead. Where it stands among its neighbours is nobody's text, and may have moved.
 */
async function versionOf(c: Category): Promise<string> {
  const { data, tag } = await readRecord('categories', c.code)
  const seen = items.value.find((i) => i.code === c.code)
  const words = (i: Category | undefined) => JSON.stringify([i?.names, i?.type])
  if (words(data) !== words(seen)) {
    await refresh()
    throw new ApiProblem({
      title: 'Changed by somebody else',
      status: 412,
      detail:
        'Somebody else has changed this category since you opened it. Your changes are not lost: compare, and save again.',
    })
  }
  return tag!
}

async function write(c: Category, spot?: Spot, isNew = false) {
  try {
    const headers: Record<string, string> = isNew ? { 'If-None-Match': '*' } : { 'If-Match': await versionOf(c) }
    await writeRecord(
      'categories',
      {
        code: c.code,
        names: c.names,
        type: c.type,
        parent: spot ? spot.parent : c.parent,
        ...(spot
          ? { position: spot.position }
          : { position: items.value.filter((i) => i.parent === c.parent).findIndex((i) => i.code === c.code) }),
      },
      headers,
    )
    const reloaded = setup.reload()
    await refresh()
    // A row that has moved has lost the focus, and the next key may come at once.
    if (spot && !isNew) focusRow()
    await reloaded
    return true
  } catch (e) {
    tellProblem(e)
    return false
  }
}
async function move(code: string, spot: Spot | undefined) {
  const c = items.value.find((i) => i.code === code)
  if (!c || !spot || !mayWrite.value) return
  if (spot.parent !== null) open(spot.parent)
  await write(c, spot)
}
const open = (code: string) => {
  closed.value = new Set([...closed.value].filter((c) => c !== code))
}
const close = (code: string) => {
  closed.value = new Set([...closed.value, code])
}
function goTo(i: number) {
  const row = rows.value[Math.max(0, Math.min(rows.value.length - 1, i))]
  if (row) at.value = row.item.code
  focusRow()
}
let typed = ''
let typedAt = 0
/** The keys of a tree, as the ARIA Authoring Practices have them; Alt moves the category itself. */
function key(e: KeyboardEvent) {
  const i = rows.value.findIndex((r) => r.item.code === at.value)
  const row = rows.value[i]
  if (!row || (e.target as HTMLElement).tagName === 'INPUT') return
  const steps = { ArrowUp: 'up', ArrowDown: 'down', ArrowRight: 'in', ArrowLeft: 'out' } as const
  if (e.altKey && e.key in steps)
    void move(at.value, spotAfterStep(items.value, at.value, steps[e.key as keyof typeof steps]))
  else if (e.ctrlKey || e.altKey || e.metaKey) return
  else if (e.key === 'ArrowDown') goTo(i + 1)
  else if (e.key === 'ArrowUp') goTo(i - 1)
  else if (e.key === 'Home') goTo(0)
  else if (e.key === 'End') goTo(rows.value.length - 1)
  else if (e.key === 'ArrowRight') {
    if (row.hasChildren && closed.value.has(at.value)) open(at.value)
    else if (row.hasChildren) goTo(i + 1)
  } else if (e.key === 'ArrowLeft') {
    if (row.hasChildren && !closed.value.has(at.value)) close(at.value)
    else if (row.item.parent !== null) goTo(rows.value.findIndex((r) => r.item.code === row.item.parent))
  } else if (e.key === 'Enter') document.querySelector<HTMLElement>('[data-form] input')?.focus()
  else if (e.key === 'Insert') startNew(at.value)
  else if (e.key.length === 1 && e.key !== '?' && !'[]{}'.includes(e.key)) {
    typed = Date.now() - typedAt < 700 ? typed + e.key : e.key
    typedAt = Date.now()
    const from = typed.length > 1 ? i : i + 1
    const hit = [...rows.value.slice(from), ...rows.value.slice(0, from)].find((r) =>
      nameOf(r.item).toLowerCase().startsWith(typed.toLowerCase()),
    )
    if (hit) goTo(rows.value.indexOf(hit))
  } else return
  e.preventDefault()
  e.stopPropagation()
}
const dragged = ref('')
const over = ref<{ code: string; where: 'before' | 'into' | 'after' }>()
function dragOver(e: DragEvent, code: string) {
  if (!dragged.value || !mayWrite.value) return
  const box = (e.currentTarget as HTMLElement).getBoundingClientRect()
  const y = (e.clientY - box.top) / box.height
  const where = y < 0.3 ? 'before' : y > 0.7 ? 'after' : 'into'
  over.value = spotOfDrop(items.value, dragged.value, code, where) ? { code, where } : undefined
  if (over.value) e.preventDefault()
}
function drop() {
  const [code, target] = [dragged.value, over.value]
  dragged.value = ''
  over.value = undefined
  if (target) void move(code, spotOfDrop(items.value, code, target.code, target.where))
}
/** Under which category a new one is being named; null is the top, undefined none. */
const newUnder = ref<string | null>()
const newName = ref('')
function startNew(under: string | null) {
  if (!mayWrite.value) return
  newUnder.value = under
  newName.value = ''
  if (under) open(under)
  void nextTick(() => document.querySelector<HTMLElement>('[data-new] input')?.focus())
}
async function makeNew() {
  const name = newName.value.trim()
  if (name === '' || newUnder.value === undefined) return
  const code = freeCode(codeOfName(name, 'category'), (c) => setup.categories.has(c))
  if (
    !(await write(
      { code, parent: newUnder.value, names: { [setup.source]: name }, type: null },
      { parent: newUnder.value, position: items.value.filter((i) => i.parent === newUnder.value).length },
      true,
    ))
  )
    return
  at.value = code
  newUnder.value = undefined
  focusRow()
}
const draft = ref<Listed>()
watch(
  current,
  (c) => {
    draft.value = c ? structuredClone(toRaw(c)) : undefined
  },
  { immediate: true },
)
const changed = computed(
  () =>
    draft.value &&
    current.value &&
    JSON.stringify([draft.value.names, draft.value.type]) !== JSON.stringify([current.value.names, current.value.type]),
)
const save = async () => {
  if (changed.value && mayWrite.value && (await write(draft.value!))) tell('Saved')
}
async function remove() {
  try {
    const { tag } = await readRecord('categories', at.value)
    await deleteRecord('categories', at.value, tag!)
    await Promise.all([refresh(), setup.reload()])
    tell('Deleted')
    focusRow()
  } catch (e) {
    tellProblem(e)
  }
}
const inheritedType = computed(() =>
  current.value?.parent ? typeOfCategory(setup.forCore, current.value.parent) : null,
)
useKeys('Categories', [
  { keys: 'ArrowDown', does: 'Next category; Right opens, Left closes' },
  { keys: 'Alt+ArrowUp', does: 'Move up; also Down, Right (under the previous one), Left (out)' },
  { keys: 'Insert', does: 'New category under this one' },
  { keys: 'Enter', does: 'Edit names' },
  { keys: 'Ctrl+S', does: 'Save', always: true, run: () => void save() },
])
function endDrag() {
  dragged.value = ''
  over.value = undefined
}
function leaveNew() {
  newUnder.value = undefined
  focusRow()
}
</script>

<template>
  <div class="page">
    <PageHead stage="settings" title="Categories">
      <template #line
        ><span role="status">{{ items.length }}</span></template
      >
      <template #actions
        ><button v-if="mayWrite" class="act" type="button" @click="startNew(at || null)">
          Add under “{{ current ? nameOf(current) : '' }}” <span class="key">Insert</span></button
        ><button v-if="mayWrite" class="act" type="button" @click="startNew(null)">Add at the top</button></template
      >
    </PageHead>
    <p v-if="problem" class="px-5 text-madder" role="alert">{{ problem.sentence }}</p>
    <div class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_minmax(300px,380px)] border-t border-hair2">
      <div class="min-h-0 overflow-auto bg-sheet pb-8">
        <div v-if="newUnder === null" class="px-5 py-1" data-new>
          <TextField
            v-model="newName"
            @keydown.enter.prevent="makeNew"
            @keydown.esc.stop="newUnder = undefined"
            class="w-72"
            label="Name of the new category at the top"
          />
        </div>
        <ul ref="tree" role="tree" aria-label="Categories" @keydown="key">
          <template v-for="r in rows" :key="r.item.code">
            <li
              role="treeitem"
              class="row"
              :class="[
                `l${Math.min(r.level, 8)}`,
                { current: r.item.code === at, [`drop-${over?.where}`]: over?.code === r.item.code },
              ]"
              :data-code="r.item.code"
              :tabindex="r.item.code === at ? 0 : -1"
              :aria-level="r.level"
              :aria-posinset="r.place + 1"
              :aria-setsize="r.beside"
              :aria-expanded="r.hasChildren ? !closed.has(r.item.code) : undefined"
              :aria-selected="r.item.code === at"
              :draggable="mayWrite"
              @click="at = r.item.code"
              @focus="at = r.item.code"
              @dragstart="dragged = r.item.code"
              @dragover="dragOver($event, r.item.code)"
              @dragleave="over = undefined"
              @drop.prevent="drop"
              @dragend="endDrag"
            >
              <span
                class="w-4 shrink-0 cursor-pointer text-ink3"
                aria-hidden="true"
                @click.stop="closed.has(r.item.code) ? open(r.item.code) : close(r.item.code)"
                >{{ r.hasChildren ? (closed.has(r.item.code) ? '▸' : '▾') : '' }}</span
              >
              <span class="truncate">{{ nameOf(r.item) }}</span><span v-if="r.item.type" class="fine-line">{{
                setup.label(setup.types.get(r.item.type)?.labels, r.item.type)
              }}</span>
              <span class="ml-auto text-ink2"
                >{{ r.item.products
                }}<template v-if="r.item.below > r.item.products"> · {{ r.item.below }} with all below</template></span
              >
            </li>
            <li
              v-if="newUnder === r.item.code"
              role="none"
              class="row"
              :class="`l${Math.min(r.level + 1, 8)}`"
              data-new
            >
              <TextField
                v-model="newName"
                @keydown.enter.prevent.stop="makeNew"
                @keydown.esc.stop="leaveNew"
                class="w-72"
                :label="`Name of the new category under ${nameOf(r.item)}`"
              />
            </li>
          </template>
        </ul>
        <EmptyState v-if="data && items.length === 0">There are no categories yet. </EmptyState>
      </div>
      <form
        v-if="draft"
        class="min-h-0 overflow-auto border-l border-hair2 px-5 py-3"
        data-form
        aria-label="The category"
        @submit.prevent="save"
      >
        <div class="title-row">
          <h2>{{ nameOf(draft) }}</h2>
          <span class="code">{{ draft.code }}</span>
        </div>
        <p class="mt-2 text-ink2">Name</p>
        <LabelsInput v-model="draft.names" label="Name of the category" :disabled="!mayWrite" />

        <FormField path="type" class="mt-3" label="Usual product type">
          <SelectField
            :disabled="!mayWrite"
            :model-value="draft.type"
            class="w-full"
            :options="[
              option(
                null,
                inheritedType
                  ? `as its parent: ${setup.label(setup.types.get(inheritedType)?.labels, inheritedType)}`
                  : 'no usual type',
              ),
              ...setup.typeOptions,
            ]"
            @update:model-value="draft.type = $event"
          />
        </FormField>

        <p class="mt-3">
          <NuxtLink class="plain" :to="{ path: '/catalogue', query: { category: draft.code } }"
            >{{ draft.below }} {{ draft.below === 1 ? 'product' : 'products' }} in it and below</NuxtLink
          >
        </p>
        <div v-if="mayWrite" class="mt-4 flex items-center gap-3">
          <button class="act main" type="submit" :disabled="!changed">
            Save <span class="opacity-70">Ctrl S</span></button
          ><button class="plain" type="button" @click="remove">Delete</button>
        </div>
        <div class="mt-5">
          <HistoryList :of="{ kind: 'categories', code: draft.code }" :version="current" :after="refresh" />
        </div>
      </form>
    </div>
  </div>
</template>

<style scoped>
.row {
  display: flex;
  align-items: baseline;
  gap: 8px;
  min-height: 28px;
  padding: 3px 20px;
  border-bottom: 1px solid var(--hair);
  cursor: default;
}
.row.current {
  background: var(--indigo-wash);
}
.row.drop-into {
  outline: 2px solid var(--indigo);
  outline-offset: -2px;
}
.row.drop-before {
  border-top: 2px solid var(--indigo);
}
.row.drop-after {
  border-bottom: 2px solid var(--indigo);
}
.l2 {
  padding-left: 42px;
}
.l3 {
  padding-left: 64px;
}
.l4 {
  padding-left: 86px;
}
.l5 {
  padding-left: 108px;
}
.l6 {
  padding-left: 130px;
}
.l7 {
  padding-left: 152px;
}
.l8 {
  padding-left: 174px;
}
</style>
