<script setup lang="ts">
import type { NamedProduct, BeforeSaving } from '@contracts/reach'
import type { AssignmentRecord } from '@contracts/records'

/**
 * What saving would do over the whole catalogue: by storefront, what it collides with, what is empty. None of it stops
 * the saving.
 */
const props = defineProps<{ draft: AssignmentRecord; saved: boolean }>()
const emit = defineEmits<{ look: [string] }>()
const lens = useLensStore()
const setup = useSetupStore()
const asked = computed(() => ({
  ...props.draft,
  code: props.draft.code || 'new',
  name: props.draft.name.trim() || 'New',
}))
const { data, problem, busy } = useAnswer(
  'beforeSaving',
  () => ({ body: { assignment: asked.value, lens: lens.body } }),
  { wait: 450 },
)
const on = (c: BeforeSaving['collisions'][number]) =>
  c.count === c.of
    ? c.of === 1
      ? 'on its one product'
      : `on all ${numberShown(c.of)}`
    : `on ${numberShown(c.count)} of ${numberShown(c.of)}`
/** The same said once for all storefronts in which it is so. */
const collisions = computed(() => {
  const messages = new Map<
    string,
    {
      words: string
      storefronts: string[]
      sample: NamedProduct[]
      with: { code: string; name: string } | null
      heavy: boolean
    }
  >()
  const missing = new Map<string, Set<string>>()
  for (const c of data.value?.collisions ?? [])
    if (c.kind === 'text-missing')
      missing.set(c.piece ?? '', new Set([...(missing.get(c.piece ?? '') ?? []), ...(c.what ?? '').split(', ')]))
  for (const c of data.value?.collisions ?? []) {
    const words = sentence(c.kind === 'text-missing' ? { ...c, what: [...missing.get(c.piece ?? '')!].join(', ') } : c)
    const known = messages.get(words)
    if (known) known.storefronts.push(c.storefront)
    else
      messages.set(words, {
        words,
        storefronts: [c.storefront],
        sample: c.sample,
        with: c.with,
        heavy:
          c.kind === 'reaches-nothing' ||
          c.kind === 'overruled' ||
          (c.kind === 'nothing-to-replace' && c.count === c.of),
      })
  }
  return [...messages.values()]
})
/** Languages by their names, of a list of their tags. */
const languagesIn = (tags: string | null) => (tags ?? '').split(', ').filter(Boolean).map(languageName).join(', ')
function sentence(c: BeforeSaving['collisions'][number]): string {
  switch (c.kind) {
    case 'reaches-nothing':
      return 'It reaches no product.'
    case 'same-title':
      return `“${c.what ?? ''}” would appear twice in this area, ${on(c)}: “${c.piece ?? ''}” has the same title.`
    case 'same-piece':
      return `“${c.with?.name ?? ''}” assigns “${c.piece ?? ''}” to this area too, ${on(c)}; it is shown once.`
    case 'nothing-to-replace':
      return `Nothing to replace ${on(c)}: “${c.piece ?? ''}” does not appear there.`
    case 'overruled':
      return `It would never be shown: “${c.piece ?? ''}” is there already, or is replaced.`
    case 'area-full':
      return `The area would have more than its ${c.what ?? ''} parts ${on(c)}.`
    case 'text-missing':
      return `“${c.piece ?? ''}” has no title or text in ${languagesIn(c.what)}; it is left out there.`
  }
}
const labelOf = (address: string) =>
  setup.label(setup.attributes.get(address.replace('attribute:', ''))?.labels, address)
const changed = computed(() => (data.value?.storefronts ?? []).filter((s) => s.gained + s.lost > 0))
</script>

<template>
  <section class="pt-3" aria-label="Before saving">
    <h3 class="border-b border-hair pb-0.5 font-semibold">In every storefront</h3>
    <p v-if="!data && !problem" class="pt-1 text-ink2">Checking the whole catalogue …</p>
    <div v-if="data" :class="{ 'text-ink3': problem }" :aria-busy="busy">
      <table class="mt-1 w-full text-left">
        <thead class="sr-only">
          <tr>
            <th>Storefront</th>
            <th>Products</th>
            <th>Gained</th>
            <th>No longer</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="s in data.storefronts" :key="s.storefront">
            <th class="font-normal" :class="`thread-${s.storefront}`">
              <span class="dot mr-1.5" />{{ setup.storefrontName(s.storefront) }}
            </th>
            <td class="text-right">{{ numberShown(s.count) }}</td>
            <td class="w-14 text-right text-weld">{{ saved && s.gained ? `+${numberShown(s.gained)}` : '' }}</td>
            <td class="w-14 text-right text-madder">{{ saved && s.lost ? `−${numberShown(s.lost)}` : '' }}</td>
          </tr>
        </tbody>
      </table>
      <template v-if="saved"
        ><details v-for="s in changed" :key="s.storefront" class="pt-1">
          <summary class="min-h-6 cursor-pointer text-ink2">
            {{ setup.storefrontName(s.storefront) }}: products gained and lost
          </summary>
          <ul>
            <li v-for="p in s.gainedSample" :key="p.sku" class="flex gap-2">
              <span class="text-weld">+<span class="sr-only"> gained</span></span
              ><button type="button" class="link-button" @click="emit('look', p.sku)">
                {{ p.name }}</button
              ><span class="code beside">{{ p.sku }}</span>
            </li>
            <li v-for="p in s.lostSample" :key="p.sku" class="flex gap-2">
              <span class="text-madder">−<span class="sr-only"> no longer</span></span
              ><button type="button" class="link-button" @click="emit('look', p.sku)">
                {{ p.name }}</button
              ><span class="code beside">{{ p.sku }}</span>
            </li>
          </ul>
          <p v-if="s.gained + s.lost > s.gainedSample.length + s.lostSample.length" class="text-ink2">
            and {{ numberShown(s.gained + s.lost - s.gainedSample.length - s.lostSample.length) }} more
          </p>
        </details></template
      >
      <h3 class="mt-3 border-b border-hair pb-0.5 font-semibold">Check before saving</h3>
      <p v-if="collisions.length + data.empty.length === 0" class="pt-1 text-ink2">
        No conflicts; all texts and values are there.
      </p>
      <ul class="pt-1">
        <li v-for="c in collisions" :key="c.words" class="pb-1.5">
          <span :class="c.heavy ? 'text-madder' : 'text-ochre'">{{ c.words }}</span>
          {{ ' '
          }}<NuxtLink v-if="c.with" class="plain" :to="`/assignments/${segment(c.with.code)}`">{{
            c.with.name
          }}</NuxtLink>
          {{ ' ' }}<small class="text-ink2">{{ c.storefronts.map(setup.storefrontName).join(', ') }}</small>
          <span v-if="c.sample.length" class="block text-[12px]"
            >for example
            <button type="button" class="plain min-h-6" @click="emit('look', c.sample[0]!.sku)">
              {{ c.sample[0]!.name }}
            </button></span
          >
        </li>
        <li v-for="e in data.empty" :key="e.address + e.piece" class="pb-1.5 text-ochre">
          “{{ e.piece }}” names “{{ labelOf(e.address) }}”, which is empty on {{ numberShown(e.empty) }} of
          {{ countShown(e.of, 'product') }}{{ e.needed ? '; it is left out there' : '' }}.
        </li>
      </ul>
    </div>
  </section>
</template>
