<script setup lang="ts">
import { viewWords } from '@core/media/checks'
import { pictureViews, type MediaItem } from '@core/media/item'

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
      <FormField path="view" beside for="view" label="Shows">
        <SelectField
          id="view"
          :disabled="disabled"
          :model-value="item.view"
          class="w-48"
          :options="[option(null, 'not set'), ...withWords(pictureViews, viewWords)]"
          @update:model-value="set({ view: $event })"
        />
      </FormField>
    </template>
    <FormField path="words" beside for="words" :label="picture ? 'Text in the picture' : 'Written in'">
      <SelectField
        id="words"
        :disabled="disabled"
        :model-value="item.words"
        class="w-48"
        :options="[option(null, picture ? 'none' : 'no language'), ...withWords(setup.languages, languageName)]"
        @update:model-value="set({ words: $event })"
      />
      <p v-if="item.words" class="text-[12px] text-ink2">
        Pages in other languages do not show it until it has a version in their language.
      </p>
    </FormField>

    <span class="pt-1.5 text-ink2">Version of</span>
    <div v-if="item.of" class="cluster">
      <NuxtLink class="plain code" :to="`/media/${segment(item.of.name)}`">{{ item.of.name }}</NuxtLink> for
      <SelectField
        :disabled="disabled"
        :model-value="item.of.language"
        label="Language of the version"
        :options="[option(null, 'every language'), ...withWords(setup.languages, languageName)]"
        @update:model-value="set({ of: { ...item.of, language: $event } })"
      />
      in
      <SelectField
        :disabled="disabled"
        :model-value="item.of.storefront"
        label="Storefront of the version"
        :options="[option(null, 'every storefront'), ...byRecord([...setup.storefronts.values()])]"
        @update:model-value="set({ of: { ...item.of, storefront: $event } })"
      />
      <button v-if="!disabled" type="button" class="plain" @click="set({ of: null })">Not a version</button>
    </div>
    <div v-else class="inline-row">
      <PicturePicker
        v-if="!disabled"
        :model-value="null"
        label="Picture that this is a version of"
        @update:model-value="$event && set({ of: { name: $event, language: item.words, storefront: null } })"
      /><span class="text-[12px] text-ink2">nothing</span>
    </div>
    <FormField path="origin" beside for="origin" label="Origin">
      <TextField
        id="origin"
        maxlength="500"
        :disabled="disabled"
        placeholder="Photographer, supplier, shoot"
        :model-value="item.origin"
        class="w-full"
        @update:model-value="set({ origin: $event })"
      />
    </FormField>

    <FormField path="rights.holder" beside for="holder" label="Rights">
      <div class="cluster">
        <TextField
          id="holder"
          maxlength="200"
          :disabled="disabled"
          placeholder="Owner"
          :model-value="item.rights.holder"
          class="w-48"
          @update:model-value="set({ rights: { ...item.rights, holder: $event } })"
        /><label class="flex items-center gap-2 text-ink2"
          >use until
          <DateField
            :disabled="disabled"
            :model-value="item.rights.until"
            @update:model-value="set({ rights: { ...item.rights, until: $event } })"
        /></label>
      </div>
    </FormField>

    <p v-for="e in rest" :key="e.path" class="col-span-2 text-madder" role="alert">{{ e.say }}</p>
  </div>
</template>
