<script setup lang="ts">
import { isPicture } from '@core/media/item'

/** Pictures or files of a product in their order, the main one first; more are found in the library or dropped here. */
const names = defineModel<string[] | null>({ required: true })
const props = defineProps<{ label: string; kind: 'picture' | 'file' }>()
const q = ref('')
const { data, refresh } = useAnswer('listMedia', () => ({ query: { q: q.value, kind: props.kind, limit: 24 } }), {
  wait: 80,
})
const chosen = computed(() => names.value ?? [])
const offered = computed(() => (data.value?.items ?? []).filter((m) => !chosen.value.includes(m.name)).slice(0, 12))
const set = (list: string[]) => {
  names.value = list.length > 0 ? list : null
}
const list = useTemplateRef<HTMLElement>('list')
function move(from: number, to: number) {
  if (to < 0 || to >= chosen.value.length) return
  set(moved(chosen.value, from, to))
  void nextTick(() => list.value?.querySelectorAll<HTMLElement>('[data-handle]')[to]?.focus())
}
useReorder(() => list.value, move)
const uploads = useUploads(() => void refresh())
watch(
  () => uploads.taken.value.map((u) => u.name!),
  (taken, before) => set([...chosen.value, ...taken.filter((n) => !before.includes(n) && !chosen.value.includes(n))]),
)
const image = (name: string, mime?: string) => (mime ? isPicture(mime) : props.kind === 'picture')
</script>

<template>
  <div @dragover.prevent @drop.prevent="uploads.add($event.dataTransfer?.files ?? [])">
    <ol ref="list" class="cluster">
      <li v-for="(n, i) in chosen" :key="n" data-entry class="w-24 text-[11.5px]">
        <button
          type="button"
          data-handle
          class="block w-full cursor-grab border border-hair bg-white"
          :aria-label="`${n}, ${i + 1} of ${chosen.length}. Alt and arrows move it`"
          @keydown.alt.left.prevent="move(i, i - 1)"
          @keydown.alt.right.prevent="move(i, i + 1)"
        >
          <img
            v-if="image(n)"
            :src="pictureUrl(n, 240)"
            alt=""
            class="h-[72px] w-full object-contain"
            draggable="false"
          /><span v-else class="code flex h-[72px] items-center justify-center">PDF</span>
        </button>
        <span class="block truncate" :title="n">{{ n }}</span>
        <span class="flex justify-between"
          ><span class="text-ink2">{{ i === 0 && kind === 'picture' ? 'main' : i + 1 }}</span
          ><button
            class="min-h-6 text-ink2"
            type="button"
            :aria-label="`Remove ${n}`"
            @click="set(chosen.filter((x) => x !== n))"
          >
            remove
          </button></span
        >
      </li>
    </ol>
    <div class="mt-1 flex gap-2">
      <TextField
        v-model="q"
        :placeholder="kind === 'picture' ? 'Find a picture by name' : 'Find a file by name'"
        class="min-w-0 flex-1"
        :label="`${props.label}: find by name`"
      /><FileField class="act" :label="`${props.label}: files to add`" multiple @choose="uploads.add($event)"
        >Upload</FileField
      >
    </div>
    <p
      v-for="u in uploads.list.value.filter((x) => x.state === 'refused')"
      :key="u.file.name"
      class="text-madder"
      role="alert"
    >
      {{ u.problem }}
    </p>
    <p v-if="uploads.busy.value" class="text-ink2" role="status">Uploading …</p>
    <ul class="mt-1.5 flex flex-wrap gap-1.5">
      <li v-for="m in offered" :key="m.name">
        <button
          type="button"
          class="block border border-hair bg-white hover:border-ink"
          :aria-label="`Add ${m.name}`"
          :title="m.name"
          @click="set([...chosen, m.name])"
        >
          <img
            v-if="image(m.name, m.mime)"
            :src="pictureUrl(m.name)"
            alt=""
            width="48"
            height="40"
            loading="lazy"
            class="h-10 w-12 object-contain"
          /><span v-else class="code px-1.5">{{ m.name }}</span>
        </button>
      </li>
    </ul>
    <p v-if="data && offered.length === 0" class="mt-1 text-ink2">No other file in the library matches.</p>
  </div>
</template>
