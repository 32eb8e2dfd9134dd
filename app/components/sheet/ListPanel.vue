<script setup lang="ts">
import { codeOfName } from '@core/text/code'

/** Named lists beside the sheet: one is shown, or what is selected, or found, is put into one. */
const props = defineProps<{
  selected: { rows: number; skus: () => Promise<string[]> } | undefined
  found: number
  filter: unknown
  lens: { storefront: string }
  mayEdit: boolean
}>()
const emit = defineEmits<{ show: [string] }>()
const setup = useSetupStore()
const { data, refresh } = useAnswer('listLists', () => ({}), { on: () => setup.lists })
const lists = computed(() => data.value?.items ?? [])
const name = ref('')
const into = ref('')
const { busy, during } = useBusy()
const what = computed(() =>
  props.selected ? `${numberShown(props.selected.rows)} selected` : `all ${numberShown(props.found)} found`,
)
async function put(close: () => void) {
  await during(async () => {
    const body = props.selected ? { add: await props.selected.skus() } : { addFound: props.filter, lens: props.lens }
    const code =
      into.value ||
      (await putUnderFreeCode(codeOfName(name.value, 'list'), async (free) => {
        const list = { code: free, name: name.value, note: '', skus: [] }
        return (await writeRecord('lists', list, { 'If-None-Match': '*' })).data.code
      }))
    const { came, products } = await call('changeList', { params: { code }, body })
    await setup.reload()
    await refresh()
    tell(`${numberShown(came)} added to the list, which now has ${numberShown(products)}`)
    name.value = ''
    into.value = code
    close()
  })
}
function show(code: string, close: () => void) {
  emit('show', code)
  close()
}
</script>

<template>
  <DropPanel v-slot="{ close }" class="plain" label="Lists" placement="bottom-end" panel-class="w-80">
    <p class="text-[12.5px] text-ink2">Products grouped by hand</p>
    <ul class="mt-1 max-h-52 overflow-auto">
      <li v-for="l in lists" :key="l.code">
        <button
          type="button"
          class="flex w-full items-baseline gap-3 px-1 py-0.5 text-left hover:bg-shade"
          @click="show(l.code, close)"
        >
          <span class="truncate">{{ l.name }}</span><span class="beside">{{ numberShown(l.products) }}</span>
        </button>
      </li>
    </ul>
    <p v-if="data && lists.length === 0" class="py-1 text-ink2">No lists yet.</p>
    <form v-if="mayEdit" class="mt-2 border-t border-hair pt-2" @submit.prevent="put(close)">
      <label class="block"
        >Add {{ what }} to
        <SelectField
          v-model="into"
          class="mt-1 w-full"
          label="List"
          :options="[option('', 'new list …'), ...byRecord(lists)]"
      /></label>
      <TextField
        v-if="!into"
        v-model="name"
        maxlength="120"
        placeholder="Spring window"
        class="mt-1.5 w-full"
        label="Name of the new list"
      />
      <p class="mt-2 flex items-center gap-3">
        <button type="submit" class="act main" :disabled="busy || found === 0 || (!into && !name.trim())">
          Add to list</button
        ><NuxtLink to="/catalogue/lists" class="plain ml-auto">Manage lists</NuxtLink>
      </p>
    </form>
    <NuxtLink v-else to="/catalogue/lists" class="plain">All lists</NuxtLink>
  </DropPanel>
</template>
