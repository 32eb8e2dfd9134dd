<script setup lang="ts">
/** An ordered list of pieces or question sets by their codes, each with its name: added, moved, taken out. */
const codes = defineModel<string[]>({ required: true })
const props = defineProps<{
  offered: readonly { code: string; name: string }[]
  page: string
  add: string
  disabled: boolean
}>()
const nameOf = (c: string) => props.offered.find((p) => p.code === c)?.name ?? c
const free = computed(() => props.offered.filter((p) => !codes.value.includes(p.code)))
function move(i: number, by: number) {
  const list = [...codes.value]
  const [p] = list.splice(i, 1)
  list.splice(i + by, 0, p!)
  codes.value = list
}
const take = (c: string | null) => {
  if (c !== null) codes.value = [...codes.value, c]
}
</script>

<template>
  <ol>
    <li v-for="(p, i) in codes" :key="p" class="inline-row ruled">
      <NuxtLink class="hover:underline" :to="`${page}/${segment(p)}`">{{ nameOf(p) }}</NuxtLink>
      <span v-if="!disabled" class="ml-auto"
        ><IconButton icon="up" :disabled="i === 0" :label="`Move ${nameOf(p)} up`" @click="move(i, -1)" /><IconButton
          icon="down"
          :disabled="i === codes.length - 1"
          :label="`Move ${nameOf(p)} down`"
          @click="move(i, 1)" /><IconButton
          icon="remove"
          :label="`Remove ${nameOf(p)}`"
          @click="codes = codes.filter((x) => x !== p)"
      /></span>
    </li>
  </ol>
  <NamePicker
    v-if="!disabled"
    :key="codes.length"
    class="mt-1.5 max-w-96"
    :model-value="null"
    :offered="free"
    :label="add"
    :placeholder="`${add} …`"
    :disabled="free.length === 0"
    @update:model-value="take"
  />
</template>
