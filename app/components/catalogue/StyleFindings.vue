<script setup lang="ts">
import type { AttributeTypeName, Value } from '@core/attributes/attribute'
import type { TextFinding } from '@core/house-style/finding'
import type { FoundPlace } from '../editor/places'

/**
 * House style findings in a text while it is written, each with its place, and with the fix where there is one
 * right answer.
 */
const props = defineProps<{
  value: Value | null
  /** An attribute, or `piece`. */ field: string
  type: AttributeTypeName
  storefront: string
  language: string
}>()
const emit = defineEmits<{ mend: [Value]; /** Where in the text something was found. */ places: [FoundPlace[]] }>()
const found = shallowRef<
  {
    finding: TextFinding
    where: { before: string; it: string; after: string } | undefined
    mended: Value | undefined
  }[]
>([])
let timer: ReturnType<typeof setTimeout> | undefined
watch(found, (list) =>
  emit(
    'places',
    list.flatMap(({ finding: { at, level, message } }) => (at ? [{ ...at, level, message }] : [])),
  ),
)
watch(
  [() => props.value, () => props.language, () => props.storefront],
  () => {
    clearTimeout(timer)
    timer = setTimeout(() => void look(), 200)
  },
  { immediate: true, deep: true },
)
onScopeDispose(() => clearTimeout(timer))

const around = (words: string, { from, to }: { from: number; to: number }) => ({
  before: words.slice(Math.max(0, from - 18), from),
  it: words.slice(from, to),
  after: words.slice(to, to + 18),
})
const shown = (fix: string) => (fix.trim() === '' ? 'one space' : fix)

async function look() {
  const { value, field, type } = props
  if (value === null) {
    found.value = []
    return
  }
  const { check, viewOf, applyFix, styleFor } = await houseStyle()
  const style = styleFor(field, { storefront: props.storefront, language: props.language })
  const view = viewOf(value, type, props.language)
  found.value = check(value, type, style).map((finding) => ({
    finding,
    mended: applyFix(value, type, finding),
    where: finding.at ? around(view.stretches[finding.at.stretch]!, finding.at) : undefined,
  }))
}
</script>

<template>
  <ul v-if="found.length" class="pt-1 text-[12px]" aria-label="House style findings" aria-live="polite">
    <li v-for="(f, i) in found.slice(0, 8)" :key="i" class="flex items-baseline gap-2 py-0.5">
      <svg width="9" height="9" viewBox="0 0 11 11" class="shrink-0" aria-hidden="true">
        <path v-if="f.finding.level === 'blocker'" d="M5.5 0.5l5 5-5 5-5-5z" fill="var(--madder)" />
        <path v-else d="M5.5 1.5l4 4-4 4-4-4z" fill="none" stroke="var(--ochre)" stroke-width="1.5" />
      </svg>
      <span
        ><span class="sr-only">{{ f.finding.level === 'blocker' ? 'Blocker: ' : 'Remark: ' }}</span
        >{{ f.finding.message }}
        <span v-if="f.where" class="font-serif text-ink2" dir="auto" :lang="language"
          >…{{ f.where.before }}<mark class="bg-indigowash text-ink">{{ f.where.it }}</mark
          >{{ f.where.after }}…</span
        ></span
      >
      <button v-if="f.mended !== undefined" type="button" class="plain min-h-6" @click="emit('mend', f.mended)">
        Change to {{ shown(f.finding.fix!) }}
      </button>
    </li>
    <li v-if="found.length > 8" class="text-ink2">and {{ found.length - 8 }} more</li>
  </ul>
</template>
