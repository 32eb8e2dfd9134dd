<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems, Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'

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
function backToNow(close: () => void) {
  lens.set({ at: '' })
  close()
}
</script>

<template>
  <header class="flex items-center border-b border-hair2 bg-sheet pr-3.5">
    <NuxtLink to="/catalogue" class="grid w-[84px] place-items-center" aria-label="Ink Loom"><LoomMark /></NuxtLink>
    <div class="whitespace-nowrap font-serif text-[15.5px] italic text-ink2" role="group" aria-label="Lens">
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
      <Popover as="span" class="relative">
        <PopoverButton
          class="border-b-[1.5px] border-ink font-semibold not-italic text-ink"
          :aria-label="`Moment: ${when}`"
          >{{ when }}</PopoverButton
        >
        <PopoverPanel
          v-slot="{ close }"
          class="absolute left-0 top-8 z-40 border border-hair2 bg-sheet p-3 font-sans text-[13.5px] not-italic shadow-sm"
        >
          <label class="block"
            >Show the page as of
            <input
              class="field mt-1 block"
              type="datetime-local"
              :value="lens.at.includes('T') ? lens.at : lens.at && `${lens.at}T00:00`"
              @change="lens.set({ at: ($event.target as HTMLInputElement).value })"
            />
          </label>
          <p class="mt-1 text-ink3">In the storefront’s time zone.</p>
          <button class="act mt-2" type="button" @click="backToNow(close)">Back to now</button>
        </PopoverPanel>
      </Popover>
    </div>
    <button
      class="ml-auto flex w-[290px] items-center whitespace-nowrap gap-2 rounded border border-hair bg-paper px-2.5 py-1 text-ink3"
      type="button"
      @click="emit('find')"
    >
      Find a product, piece or command <span class="key ml-auto">Ctrl K</span>
    </button>
    <Menu as="div" class="relative ml-3.5">
      <MenuButton
        class="grid size-[26px] place-items-center rounded-full bg-indigowash text-[11.5px] font-bold text-indigo"
        :aria-label="`${initials}: signed in as ${session.me?.name}`"
        >{{ initials }}</MenuButton
      >
      <MenuItems class="absolute right-0 top-8 z-40 w-56 border border-hair2 bg-sheet p-2 shadow-sm outline-none">
        <p class="px-2 py-1">
          <b class="font-semibold">{{ session.me?.name }}</b><br /><span class="text-ink2"
            >{{ session.me?.role }} · {{ session.me?.email }}</span
          >
        </p>
        <MenuItem v-slot="{ active }"
          ><button
            class="w-full px-2 py-1 text-left"
            :class="{ 'bg-indigowash': active }"
            type="button"
            @click="tokens = true"
          >
            Personal tokens
          </button></MenuItem
        >
        <MenuItem v-slot="{ active }"
          ><button
            class="w-full px-2 py-1 text-left"
            :class="{ 'bg-indigowash': active }"
            type="button"
            @click="session.signOut()"
          >
            Sign out
          </button></MenuItem
        >
      </MenuItems>
    </Menu>
    <TokenDialog v-model="tokens" />
  </header>
</template>
