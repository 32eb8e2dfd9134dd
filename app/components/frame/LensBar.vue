<script setup lang="ts">
const emit = defineEmits<{ find: [] }>()
const lens = useLensStore()
const setup = useSetupStore()
const session = useSessionStore()
const groupName = computed(() => setup.groups.find((g) => g.code === lens.group)?.name.toLowerCase() ?? 'any')
const shops = computed(() =>
  setup.storefronts.map((s) => ({
    id: lens.editions.find((e) => e.storefront === s.code)!.id,
    code: s.code,
    label: s.name,
  })),
)
const languages = computed(() =>
  lens.editions
    .filter((e) => e.storefront === lens.storefront)
    .map((e) => ({ id: e.id, label: bareLanguageName(e.language), code: e.language })),
)
const groupChoices = computed(() => [
  { id: '', label: 'any customer' },
  ...setup.groups.map((g) => ({ id: g.code, label: `${g.name.toLowerCase()} customer` })),
])
const when = computed(() => {
  if (!lens.at) return 'today'
  const [day, time] = lens.at.split('T')
  return time ? `${dayShown(day!)} at ${time}` : dayShown(day!)
})
const tokens = ref(false)
const initials = computed(
  () =>
    session.me?.name
      .split(' ')
      .map((w) => w[0])
      .join('')
      .slice(0, 2) ?? '',
)
function act(action: 'tokens' | 'sign-out') {
  if (action === 'tokens') tokens.value = true
  else void session.signOut()
}
function backToNow(close: () => void) {
  lens.set({ at: '' })
  close()
}
</script>

<template>
  <header class="lens-bar">
    <NuxtLink
      to="/catalogue"
      class="grid w-[84px] shrink-0 place-items-center max-[620px]:w-[46px]"
      aria-label="Ink Loom"
      ><LoomMark
    /></NuxtLink>
    <div class="lens-sentence" role="group" aria-label="Lens">
      Looking at
      <LensMenu
        label="Storefront"
        :choices="shops"
        :current="lens.storefront"
        :shown="setup.storefrontName(lens.storefront)"
        :thread="lens.storefront"
        by="code"
        @choose="lens.set({ in: $event })"
      />
      in
      <LensMenu
        label="Language"
        :choices="languages"
        :current="lens.edition.id"
        :shown="bareLanguageName(lens.language)"
        @choose="lens.set({ in: $event })"
      />
      as
      <LensMenu
        label="Customer group"
        :choices="groupChoices"
        :current="lens.group"
        :shown="`${groupName} customer`"
        @choose="lens.set({ for: $event })"
      />,&#32;
      <DropPanel
        v-slot="{ close }"
        class="border-b-[1.5px] border-ink font-semibold not-italic text-ink"
        :label="when"
        :name="`Moment: ${when}`"
        panel-class="not-italic"
      >
        <FormField label="Show the page as of" help="In the storefront’s time zone.">
          <DateField with-time="from" :model-value="lens.at" @update:model-value="lens.set({ at: $event ?? '' })" />
        </FormField>
        <button class="act mt-2" type="button" @click="backToNow(close)">Back to now</button>
      </DropPanel>
    </div>
    <button class="wide-only find-button ml-auto" type="button" @click="emit('find')">
      Find a product, piece or command <span class="key ml-auto">Ctrl K</span>
    </button>
    <button class="narrow-only act ml-auto" type="button" @click="emit('find')">Find</button>
    <ActionMenu
      class="ml-3.5 grid size-[26px] place-items-center rounded-full bg-indigowash text-[11.5px] font-bold text-indigo"
      :label="initials"
      :name="`${initials}: signed in as ${session.me?.name}`"
      :actions="[
        { id: 'tokens', label: 'Personal tokens' },
        { id: 'sign-out', label: 'Sign out' },
      ]"
      placement="bottom-end"
      @choose="act"
    >
      <p class="px-3 py-1">
        <b class="font-semibold">{{ session.me?.name }}</b><br />
        <span class="text-ink2">{{ session.me?.role }} · {{ session.me?.email }}</span>
      </p>
    </ActionMenu>
    <TokenDialog v-model="tokens" />
  </header>
</template>
