<script setup lang="ts">
import { fieldColumns, parseHeader } from '@core/imports/columns'
import type { SuggestedColumn } from '@core/imports/mapping'
import { units } from '@core/units/registry'

/** What each column of a file means, with some of its cells beside. */
const columns = defineModel<SuggestedColumn[]>({ required: true })
const props = defineProps<{ rows: string[][] }>()
const setup = useSetupStore()
const label = (means: string) => {
  if (means === '') return ''
  const {
    columns: [, column],
  } = parseHeader(['sku', means], setup.forCore)
  if (means === 'sku') return 'SKU'
  if (!column) return means
  if (column.kind === 'price') return `Base price, ${setup.storefrontName(column.storefront)}`
  if (column.kind === 'carried') return `Other systems: ${column.name}`
  if (column.kind === 'field') return column.field.replaceAll('-', ' ')
  return [
    setup.label(column.attribute.labels, column.attribute.code),
    column.storefront && setup.storefrontName(column.storefront),
    column.language && languageName(column.language),
  ]
    .filter(Boolean)
    .join(', ')
}
/** Everything that a column can mean: fields, prices, attributes, translatable ones in each language. */
const targets = computed(() =>
  [
    ...fieldColumns.filter((f) => f !== 'price' && f !== 'carried').map(String),
    ...setup.storefronts.map((s) => `price@${s.code}`),
    ...[...setup.attributes.values()].flatMap((a) =>
      a.translatable ? setup.languages.map((l) => `${a.code}@/${l}`) : [a.code],
    ),
  ].map((means) => ({ means, label: label(means) })),
)
const q = ref('')
const taken = computed(() => new Set(columns.value.map((c) => c.means).filter(Boolean)))
const found = (c: SuggestedColumn) => {
  const asked = q.value.trim().toLowerCase()
  const list = targets.value
    .filter(
      (t) =>
        (t.means === c.means || !taken.value.has(t.means)) && `${t.means} ${t.label}`.toLowerCase().includes(asked),
    )
    .slice(0, 40)
  return /^carried@.+/.test(q.value.trim()) ? [{ means: q.value.trim(), label: label(q.value.trim()) }, ...list] : list
}
const set = (i: number, change: Partial<SuggestedColumn>) => {
  columns.value = columns.value.map((c, j) => (j === i ? { ...c, ...change, because: 'name' } : c))
}
function choose(i: number, means: string | null) {
  q.value = ''
  set(i, {
    means: means ?? '',
    unit: familyOf(means ?? '') === familyOf(columns.value[i]!.means) ? columns.value[i]!.unit : '',
  })
}
function familyOf(means: string) {
  return setup.attributes.get(means.split('@')[0]!)?.family ?? null
}
const fitting = (means: string) => units.filter((u) => u.family === familyOf(means))
/** Whether some cells of a measure name no unit. */
const bare = (i: number) =>
  props.rows.some((r) => /^[\d.,\s]+$/.test((r[i] ?? '').trim()) && (r[i] ?? '').trim() !== '')
const samples = (i: number) =>
  props.rows
    .map((r) => r[i] ?? '')
    .filter((c) => c.trim() !== '')
    .slice(0, 4)
</script>

<template>
  <div class="border-y border-hair2 bg-sheet">
    <table class="listing">
      <colgroup>
        <col class="w-[22%]" />
        <col class="w-[34%]" />
        <col class="w-[14%]" />
        <col />
      </colgroup>
      <thead>
        <tr>
          <th>Column of the file</th>
          <th>Means</th>
          <th>Unit</th>
          <th>Sample cells</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(c, i) in columns" :key="i">
          <td class="truncate font-semibold" :title="c.header">
            {{ c.header || `column ${i + 1}, without a name` }}
          </td>
          <td>
            <ComboField
              v-model:query="q"
              :model-value="c.means || null"
              :label="`Meaning of ${c.header}`"
              :items="found(c)"
              :key-of="(t) => t.means"
              :shown="(means) => label(means ?? '')"
              placeholder="not imported"
              @update:model-value="choose(i, $event)"
              @focus="q = ''"
            >
              <template #default="{ item }">
                <span class="truncate">{{ item.label }}</span><span class="code ml-auto">{{ item.means }}</span>
              </template>
            </ComboField>
            <small v-if="c.because === 'content'" class="text-ochre">guessed from its cells</small>
          </td>
          <td>
            <template v-if="familyOf(c.means)"
              ><SelectField
                as-written
                :model-value="c.unit"
                class="w-full"
                :label="`Unit of ${c.header}`"
                :options="[option('', 'in each cell'), ...fitting(c.means).map((u) => option(u.symbol, u.symbol))]"
                @update:model-value="set(i, { unit: $event })"
              /><small v-if="!c.unit && bare(i)" class="text-madder">some cells have none</small></template
            >
          </td>
          <td class="truncate text-ink2" :class="{ 'text-ink3': !c.means }">
            {{ samples(i).join(' · ') }}
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>
