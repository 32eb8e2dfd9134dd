<script setup lang="ts">
import { viewWords } from '@core/media/checks'
import { pictureViews, type MediaItem, type PictureView } from '@core/media/item'

/** What people say of a picture or file. */
const item = defineModel<MediaItem>({ required: true })
const props = defineProps<{ picture: boolean; disabled: boolean; errorAt: (path: string) => string | undefined }>()
const setup = useSetupStore()
const set = (part: Partial<MediaItem>) => {
  item.value = { ...item.value, ...part }
}
const rest = computed(() =>
  [
    { path: 'labels', say: props.errorAt('labels') },
    { path: 'of', say: props.errorAt('of') },
    { path: 'rights', say: props.errorAt('rights') },
  ].filter((e) => e.say),
)
</script>

<template>
  <div class="grid grid-cols-[112px_minmax(0,1fr)] items-start gap-x-4 gap-y-2.5">
    <span class="pt-1.5 text-ink2">{{ picture ? 'Alternative text' : 'Title' }}</span>
    <div>
      <LabelsInput
        :model-value="item.labels"
        :label="picture ? 'Alternative text' : 'Title'"
        :disabled="disabled"
        :long="picture"
        @update:model-value="set({ labels: $event })"
      />
      <p class="text-[12px] text-ink2">
        {{
          picture
            ? 'Read out by screen readers, and shown where the picture cannot be.'
            : 'The text of the link. Without one in the language of the page, the file is not shown.'
        }}
      </p>
    </div>
    <template v-if="picture">
      <label for="view" class="pt-1.5 text-ink2">Shows</label>
      <select
        id="view"
        class="field w-48"
        :value="item.view ?? ''"
        :disabled="disabled"
        @change="set({ view: (($event.target as HTMLSelectElement).value || null) as PictureView | null })"
      >
        <option value="">not set</option>
        <option v-for="v in pictureViews" :key="v" :value="v">{{ viewWords[v] }}</option>
      </select>
    </template>
    <label for="words" class="pt-1.5 text-ink2">{{ picture ? 'Text in the picture' : 'Written in' }}</label>
    <div>
      <select
        id="words"
        class="field w-48"
        :value="item.words ?? ''"
        :disabled="disabled"
        @change="set({ words: ($event.target as HTMLSelectElement).value || null })"
      >
        <option value="">{{ picture ? 'none' : 'no language' }}</option>
        <option v-for="l in setup.languages" :key="l" :value="l">{{ languageName(l) }}</option>
      </select>
      <p v-if="item.words" class="text-[12px] text-ink2">
        Pages in other languages do not show it until it has a version in their language.
      </p>
    </div>
    <span class="pt-1.5 text-ink2">Version of</span>
    <div v-if="item.of" class="flex flex-wrap items-center gap-2">
      <NuxtLink class="plain code" :to="`/media/${segment(item.of.name)}`">{{ item.of.name }}</NuxtLink> for
      <select
        class="field"
        aria-label="Language of the version"
        :value="item.of.language ?? ''"
        :disabled="disabled"
        @change="set({ of: { ...item.of, language: ($event.target as HTMLSelectElement).value || null } })"
      >
        <option value="">every language</option>
        <option v-for="l in setup.languages" :key="l" :value="l">{{ languageName(l) }}</option>
      </select>
      in
      <select
        class="field"
        aria-label="Storefront of the version"
        :value="item.of.storefront ?? ''"
        :disabled="disabled"
        @change="set({ of: { ...item.of, storefront: ($event.target as HTMLSelectElement).value || null } })"
      >
        <option value="">every storefront</option>
        <option v-for="s in [...setup.storefronts.values()]" :key="s.code" :value="s.code">{{ s.name }}</option>
      </select>
      <button v-if="!disabled" type="button" class="plain" @click="set({ of: null })">Not a version</button>
    </div>
    <div v-else class="flex items-center gap-2">
      <PicturePicker
        v-if="!disabled"
        :model-value="null"
        label="Picture that this is a version of"
        @update:model-value="$event && set({ of: { name: $event, language: item.words, storefront: null } })"
      /><span class="text-[12px] text-ink2">nothing</span>
    </div>
    <label for="origin" class="pt-1.5 text-ink2">Origin</label>
    <input
      id="origin"
      class="field w-full"
      :value="item.origin"
      maxlength="500"
      :disabled="disabled"
      placeholder="Photographer, supplier, shoot"
      @input="set({ origin: ($event.target as HTMLInputElement).value })"
    />
    <label for="holder" class="pt-1.5 text-ink2">Rights</label>
    <div class="flex flex-wrap items-center gap-2">
      <input
        id="holder"
        class="field w-48"
        :value="item.rights.holder"
        maxlength="200"
        :disabled="disabled"
        placeholder="Owner"
        @input="set({ rights: { ...item.rights, holder: ($event.target as HTMLInputElement).value } })"
      /><label class="flex items-center gap-2 text-ink2"
        >use until
        <input
          class="field"
          type="date"
          :value="item.rights.until ?? ''"
          :disabled="disabled"
          @input="set({ rights: { ...item.rights, until: ($event.target as HTMLInputElement).value || null } })"
      /></label>
    </div>
    <p v-for="e in rest" :key="e.path" class="col-span-2 text-madder" role="alert">{{ e.say }}</p>
  </div>
</template>
