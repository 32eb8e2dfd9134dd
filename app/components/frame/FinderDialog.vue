<script setup lang="ts">
import type { FoundRecord } from '@contracts/setup'
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions, Dialog, DialogPanel } from '@headlessui/vue'

const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ keys: [] }>()
const q = ref('')
const session = useSessionStore()
const commands: (FoundRecord & { run: () => unknown })[] = [
  { kind: 'command', code: 'import', name: 'Import products', run: () => navigateTo('/catalogue/import') },
  { kind: 'command', code: 'pool', name: 'Look up in the data pool', run: () => navigateTo('/catalogue/pool') },
  { kind: 'command', code: 'new-piece', name: 'New piece', run: () => navigateTo('/library/new') },
  { kind: 'command', code: 'new-assignment', name: 'New assignment', run: () => navigateTo('/assignments/new') },
  { kind: 'command', code: 'translate', name: 'Translation work', run: () => navigateTo('/translation') },
  { kind: 'command', code: 'keys', name: 'Keyboard shortcuts', run: () => emit('keys') },
  { kind: 'command', code: 'sign-out', name: 'Sign out', run: () => session.signOut() },
]
const { data } = useAsking(
  (signal) =>
    q.value.trim() === ''
      ? Promise.resolve({ items: [] as FoundRecord[] })
      : call('find', { query: { q: q.value }, signal }),
  () => q.value,
  { wait: 60 },
)
const found = computed(() => [
  ...(data.value?.items ?? []),
  ...commands.filter((c) => q.value === '' || c.name.toLowerCase().includes(q.value.toLowerCase())),
])
const places: Record<string, string> = { product: '/catalogue', piece: '/library', assignment: '/assignments' }
function choose(item: FoundRecord | null) {
  if (!item) return
  open.value = false
  q.value = ''
  const command = commands.find((c) => c === item)
  void (command ? command.run() : navigateTo(`${places[item.kind]}/${segment(item.code)}`))
}
</script>

<template>
  <Dialog :open="open" aria-label="Find anything" class="relative z-50" @close="open = false">
    <div class="fixed inset-0 bg-ink/25" aria-hidden="true" />
    <div class="fixed inset-x-0 top-20 mx-auto w-[560px] max-w-[94vw]">
      <DialogPanel class="border border-hair2 bg-sheet shadow-md">
        <Combobox :model-value="null" @update:model-value="choose">
          <ComboboxInput
            class="w-full border-b border-hair bg-transparent px-4 py-3 text-[16px] outline-none"
            placeholder="A SKU, a GTIN, a name, a command"
            aria-label="Find"
            autocomplete="off"
            @change="q = ($event.target as HTMLInputElement).value"
          />
          <ComboboxOptions static class="max-h-[420px] overflow-auto py-1">
            <ComboboxOption
              v-for="item in found"
              :key="item.kind + item.code"
              v-slot="{ active }"
              :value="item"
              as="template"
            >
              <li class="flex cursor-pointer items-baseline gap-3 px-4 py-1.5" :class="{ 'bg-indigowash': active }">
                <span class="w-20 text-ink3">{{ item.kind }}</span><span class="min-w-0 truncate">{{ item.name }}</span
                ><span v-if="item.kind !== 'command'" class="code ml-auto">{{ item.code }}</span>
              </li>
            </ComboboxOption>
            <li v-if="found.length === 0" class="px-4 py-3 text-ink2">No results.</li>
          </ComboboxOptions>
        </Combobox>
      </DialogPanel>
    </div>
  </Dialog>
</template>
