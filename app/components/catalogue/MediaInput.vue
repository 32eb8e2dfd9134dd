<script setup lang="ts">
/** Pictures of a product, the main one first. */
const names = defineModel<string[] | null>({ required: true })
const props = defineProps<{ label: string }>()
const q = ref('')
const { data } = useAsking((signal) => get<{ items: { name: string }[] }>('/api/media', { q: q.value }, signal), () => q.value, { wait: 80 })
const chosen = computed(() => names.value ?? [])
const offered = computed(() => (data.value?.items ?? []).filter((m) => !chosen.value.includes(m.name)).slice(0, 12))
const set = (list: string[]) => { names.value = list.length > 0 ? list : null }
function first(name: string) {
  set([name, ...chosen.value.filter((n) => n !== name)])
}
</script>

<template>
  <div>
    <ul class="flex flex-wrap gap-2"><li v-for="(n, i) in chosen" :key="n" class="w-24 text-[11.5px]"><img :src="`/api/media/${segment(n)}`" alt="" width="96" height="72" class="h-[72px] w-24 border border-hair object-contain"><span class="block truncate" :title="n">{{ n }}</span><span class="flex gap-2"><span v-if="i === 0" class="text-ink2">main</span><button v-else class="plain" type="button" :aria-label="`Make ${n} the main picture`" @click="first(n)">to the front</button><button class="ml-auto text-ink2" type="button" :aria-label="`Take ${n} out`" @click="set(chosen.filter((x) => x !== n))">×</button></span></li></ul>
    <input v-model="q" class="field mt-1 w-full" :aria-label="`${props.label}: find a picture by name`" placeholder="Find a picture by name">
    <ul class="mt-1 flex flex-wrap gap-1.5"><li v-for="m in offered" :key="m.name"><button type="button" class="block border border-hair hover:border-ink" :aria-label="`Add ${m.name}`" :title="m.name" @click="set([...chosen, m.name])"><img :src="`/api/media/${segment(m.name)}`" alt="" width="48" height="40" loading="lazy" class="h-10 w-12 object-contain"></button></li></ul>
    <p v-if="data && offered.length === 0" class="mt-1 text-ink2">No other picture is called that.</p>
  </div>
</template>
