<script setup lang="ts">
import { attributeTypes } from '@core/attributes/types/registry'
import type { Explanation } from '@core/rules/explain'

const props = defineProps<{ explanation: Explanation }>()
const setup = useSetupStore()
const groupWords = {
  all: 'all of',
  any: 'at least one of',
  none: 'none of',
  variant: 'one and the same variant',
  test: '',
}
const label = computed(
  () =>
    setup.fields.find((f) => f.name === props.explanation.field)?.label ??
    props.explanation.field?.replace('attribute:', ''),
)
function shown(v: unknown): string {
  if (v === null || v === undefined) return 'nothing'
  if (typeof v === 'boolean') return v ? 'yes' : 'no'
  if (Array.isArray(v)) return v.map(shown).join(', ')
  if (typeof v === 'object') return Object.values(v).join(' ')
  const s = String(v)
  return s.length > 60 ? `${s.slice(0, 60)}…` : s
}
/** Canonical numbers are shown in the unit of their attribute. */
function seen(v: unknown): string {
  const attribute = setup.attributes.get(props.explanation.field?.replace('attribute:', '') ?? '')
  if (attribute?.unit && attribute.family && typeof v === 'number') return inUnit(v, attribute.family, attribute.unit)
  if (attribute && attributeTypes[attribute.type].ruleKind === 'date' && typeof v === 'number')
    return new Date(v * 86_400_000).toISOString().slice(0, 10)
  return shown(v)
}
</script>

<template>
  <div>
    <p v-if="explanation.kind === 'test'">
      <span :aria-label="explanation.met ? 'met' : 'not met'">{{ explanation.met ? '✓' : '✗' }}</span>
      {{ label }}
      {{
        explanation.is === 'present'
          ? explanation.wanted === false
            ? 'is empty'
            : 'is filled'
          : `${explanation.is?.replaceAll('-', ' ')} ${shown(explanation.wanted)}`
      }}
      <span class="opacity-75"
        >value:
        <template v-if="explanation.variants"
          >{{
            explanation.variants
              .slice(0, 8)
              .map((v) => `${v.sku.toUpperCase()} ${seen(v.value)}`)
              .join(', ')
          }}<template v-if="explanation.variants.length > 8"> …</template></template
        >
        <template v-else>{{ seen(explanation.value) }}</template>
      </span>
    </p>
    <template v-else>
      <p>
        {{ explanation.met ? '✓' : '✗' }} {{ groupWords[explanation.kind]
        }}<span v-if="explanation.metBy" class="opacity-75"> · met by {{ explanation.metBy.toUpperCase() }}</span>
      </p>
      <ExplanationTree v-for="(c, i) in explanation.children" :key="i" :explanation="c" class="pl-4" />
    </template>
  </div>
</template>
