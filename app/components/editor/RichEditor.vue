<script setup lang="ts">
import {
  Bold,
  Code,
  Image,
  Italic,
  Link,
  List,
  ListOrdered,
  Maximize2,
  Minimize2,
  Quote,
  Table,
  Video,
} from '@lucide/vue'
import type { Component } from 'vue'
import { Editor, EditorContent, VueNodeViewRenderer, type NodeViewProps } from '@tiptap/vue-3'
import { Suggestion, type SuggestionProps } from '@tiptap/suggestion'
import { normalForm } from '@core/richtext/normal-form'
import { removedFrom, type Removal } from '@core/richtext/removed'
import { FoundPlaces, foundPlacesKey, type FoundPlace } from './places'
import { editorExtensions, InlineValue } from './schema'
import type { Inserting } from './EditorInserts.vue'
import type { EditorTool } from './EditorTools.vue'
import { isRare, nearestValues, type OfferedValue } from './offered'
import InlineValueChip from './InlineValueChip.vue'

const html = defineModel<string>({ required: true })
const props = defineProps<{
  label: string
  language: string
  direction?: 'ltr' | 'rtl'
  values: OfferedValue[]
  disabled?: boolean
  compact?: boolean
  /** Whether pictures, videos, the markup and the whole window are offered too. */ full?: boolean
  /** Hosts that videos may be linked from. */ hosts?: readonly string[]
  /** What the checks found in it, to be underlined. */ places?: readonly FoundPlace[]
  /** Whether it is one of several lines: Enter then makes the next, and Backspace takes an empty one away. */
  oneLine?: boolean
}>()
const emit = defineEmits<{ focus: []; next: []; away: [] }>()

const offered = toRef(props, 'values')
provide('offered-values', offered)
const popup = shallowRef<{ items: OfferedValue[]; at: number; rect: DOMRect | null; take: (v: OfferedValue) => void }>()
const matching = (query: string) => nearestValues(offered.value, query).slice(0, 8)
const chips = InlineValue.extend({
  addNodeView: () => VueNodeViewRenderer(InlineValueChip as Component<NodeViewProps>),
  addProseMirrorPlugins() {
    return [
      Suggestion<OfferedValue>({
        editor: this.editor,
        char: '@',
        allowSpaces: false,
        items: ({ query }) => matching(query),
        command: ({ editor: e, range, props: v }) => {
          e.chain()
            .focus()
            .insertContentAt(range, { type: 'inlineValue', attrs: { address: v.address } })
            .run()
        },
        render: () => {
          const show = (s: SuggestionProps<OfferedValue>) => {
            popup.value = { items: s.items, at: 0, rect: s.clientRect?.() ?? null, take: (v) => s.command(v) }
          }
          return {
            onStart: show,
            onUpdate: show,
            onExit: () => {
              popup.value = undefined
            },
            onKeyDown: ({ event }) => {
              const p = popup.value
              if (!p || p.items.length === 0) return false
              if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
                popup.value = {
                  ...p,
                  at: (p.at + (event.key === 'ArrowDown' ? 1 : p.items.length - 1)) % p.items.length,
                }
                return true
              }
              if (event.key === 'Enter' || event.key === 'Tab') {
                p.take(p.items[p.at]!)
                return true
              }
              if (event.key === 'Escape') {
                popup.value = undefined
                return true
              }
              return false
            },
          }
        },
      }),
    ]
  },
})

/** How many products have a value; of few, that the others show nothing. */
function shareWords(v: OfferedValue): string {
  if (v.share === undefined) return ''
  return isRare(v) ? `only ${v.share} % have it` : `${v.share} %`
}

/** Keys between lines, where the editor is one of several; whether it was one. */
function lineKey(e: KeyboardEvent): boolean {
  if (!props.oneLine || popup.value || e.ctrlKey || e.shiftKey || e.altKey) return false
  if (e.key === 'Enter') emit('next')
  else if (e.key === 'Backspace' && editor.value?.isEmpty) emit('away')
  else return false
  return true
}

const editor = shallowRef<Editor>()
/** What the editor holds, in normal form: a line may be kept without its paragraph, and is the same text. */
let last = normalForm(html.value)
onMounted(() => {
  editor.value = new Editor({
    content: html.value,
    extensions: [...editorExtensions(chips), FoundPlaces],
    injectCSS: false,
    editable: !props.disabled,
    editorProps: {
      // What comes from other programs is cleaned before it stands there, and what that took is said.
      transformPastedHTML: (pasted) => {
        removed.value = pasted.includes('data-pm-slice') ? {} : removedFrom(pasted)
        return pasted.includes('data-pm-slice') ? pasted : normalForm(pasted)
      },
      handleKeyDown: (_view, e) => lineKey(e),
      // Keys of the screen are not the editor's.
      handleDOMEvents: {
        keydown: (_view, e) => (e.ctrlKey && e.key === 'Enter') || (e.altKey && !e.ctrlKey && e.key.length === 1),
      },
      attributes: () => ({
        class: `prose ${props.compact ? 'min-h-[2em] px-2 py-1' : 'min-h-[3.2em] px-2.5 py-2'} outline-none`,
        role: 'textbox',
        'aria-multiline': 'true',
        'aria-label': props.label,
        lang: props.language,
        dir: props.direction ?? 'ltr',
        spellcheck: 'true',
      }),
    },
    onUpdate: ({ editor: e }) => {
      last = normalForm(e.getHTML())
      html.value = last
    },
    onFocus: () => emit('focus'),
  })
})
watch(html, (h) => {
  if (normalForm(h) === last) return
  last = normalForm(h)
  editor.value?.commands.setContent(h, { emitUpdate: false })
})
watch([editor, () => props.places], ([e, places]) =>
  e?.view.dispatch(e.state.tr.setMeta(foundPlacesKey, places ?? []).setMeta('addToHistory', false)),
)
watch(
  () => props.disabled,
  (d) => editor.value?.setEditable(!d),
)
onBeforeUnmount(() => editor.value?.destroy())

const tick = ref(0)
watch(editor, (e) =>
  e?.on('transaction', () => {
    tick.value++
  }),
)
const is = (name: string, attributes?: object) => tick.value >= 0 && (editor.value?.isActive(name, attributes) ?? false)
const chain = () => editor.value!.chain().focus()
const marks = computed((): EditorTool[] => [
  { label: 'Strong', icon: Bold, key: 'Ctrl+B', on: is('bold'), run: () => chain().toggleBold().run() },
  { label: 'Emphasis', icon: Italic, key: 'Ctrl+I', on: is('italic'), run: () => chain().toggleItalic().run() },
])
const blocks = computed((): EditorTool[] => [
  { label: 'List', icon: List, on: is('bulletList'), run: () => chain().toggleBulletList().run() },
  { label: 'Numbered', icon: ListOrdered, on: is('orderedList'), run: () => chain().toggleOrderedList().run() },
  {
    label: 'Table',
    icon: Table,
    on: is('table'),
    run: () => chain().insertTable({ rows: 3, cols: 2, withHeaderRow: true }).run(),
  },
])
const insert = (kind: Inserting, label: string, icon: Component): EditorTool => ({
  label,
  icon,
  on: inserting.value === kind,
  run: () => {
    inserting.value = inserting.value === kind ? undefined : kind
  },
})
const inserts = computed((): EditorTool[] => [
  { label: 'Quote', icon: Quote, on: is('blockquote'), run: () => chain().toggleBlockquote().run() },
  insert('picture', 'Picture from the library', Image),
  insert('video', 'Video by link', Video),
  insert('markup', 'HTML', Code),
  {
    label: wide.value ? 'Smaller' : 'Full window',
    icon: wide.value ? Minimize2 : Maximize2,
    on: wide.value,
    run: () => {
      wide.value = !wide.value
    },
  },
])
const toolGroups = computed(() => {
  const links: EditorTool[] = [{ label: 'Link', icon: Link, on: is('link'), run: link }]
  if (props.compact) return [[...marks.value, ...links]]
  return [marks.value, blocks.value, [...links, ...(props.full ? inserts.value : [])]]
})
/** What can be done with the table that is written in. */
const tableTools = computed((): EditorTool[][] => [
  [
    { label: 'Add row above', shown: 'Row above', run: () => chain().addRowBefore().run() },
    { label: 'Add row below', shown: 'Row below', run: () => chain().addRowAfter().run() },
    { label: 'Delete row', shown: 'Delete row', run: () => chain().deleteRow().run() },
  ],
  [
    { label: 'Add column before', shown: 'Column before', run: () => chain().addColumnBefore().run() },
    { label: 'Add column after', shown: 'Column after', run: () => chain().addColumnAfter().run() },
    { label: 'Delete column', shown: 'Delete column', run: () => chain().deleteColumn().run() },
  ],
  [
    { label: 'Header row', shown: 'Header row', on: inHeader.value, run: () => chain().toggleHeaderRow().run() },
    { label: 'Delete table', shown: 'Delete table', run: () => chain().deleteTable().run() },
  ],
])
/** Whether the table that is written in begins with a row of headings. */
const inHeader = computed(() => {
  const $at = tick.value >= 0 ? editor.value?.state.selection.$from : undefined
  if (!$at) return false
  for (let depth = $at.depth; depth > 0; depth--)
    if ($at.node(depth).type.name === 'table')
      return $at.node(depth).firstChild?.firstChild?.type.name === 'tableHeader'
  return false
})
const backToText = () => void chain().run()
const inserting = ref<Inserting>()
function link() {
  inserting.value = 'link'
}
function setLink(href: string) {
  if (href === '') chain().extendMarkRange('link').unsetLink().run()
  else chain().extendMarkRange('link').setLink({ href }).run()
  inserting.value = undefined
}
function put(kind: 'figure' | 'videoFigure', attrs: Record<string, string>, caption: string) {
  chain()
    .insertContent({ type: kind, attrs, content: caption === '' ? [] : [{ type: 'text', text: caption }] })
    .run()
  inserting.value = undefined
}
function takeHTML(h: string) {
  inserting.value = undefined
  last = normalForm(h)
  html.value = h
  editor.value?.commands.setContent(h, { emitUpdate: false })
  chain().run()
}
const removed = ref<Partial<Record<Removal, number>>>({})
const removedWords: Record<Removal, string> = {
  looks: 'colours, sizes and fonts',
  embedded: 'embedded content and forms',
  pictures: 'pictures without an address',
  links: 'links that lead nowhere',
  comments: 'hidden comments',
}
const removedList = computed(() =>
  Object.entries(removed.value)
    .map(([k, n]) => `${removedWords[k as Removal]} (${n})`)
    .join(', '),
)
const wide = ref(false)
const heading = computed(() =>
  tick.value >= 0 ? ([2, 3, 4].find((level) => editor.value?.isActive('heading', { level })) ?? 0) : 0,
)
function setHeading(level: number) {
  if (level === 0) chain().setParagraph().run()
  else
    chain()
      .setHeading({ level: level as 2 | 3 | 4 })
      .run()
}
const picking = ref(false)
const pickQuery = ref('')
function pick(v: OfferedValue) {
  picking.value = false
  chain()
    .insertContent({ type: 'inlineValue', attrs: { address: v.address } })
    .run()
}
function togglePicker() {
  picking.value = !picking.value
  pickQuery.value = ''
}
</script>

<template>
  <div
    class="group/editor border border-hair2 bg-sheet focus-within:border-indigo"
    :class="wide ? 'fixed inset-0 z-40 overflow-auto p-6' : 'relative'"
    @keydown.esc="wide = false"
  >
    <EditorTools
      v-if="!disabled"
      :class="{ 'tools-compact': compact }"
      :label="`Formatting of ${label}`"
      :groups="toolGroups"
      @leave="backToText"
    >
      <span v-if="!compact" class="heading-level mr-1">
        <SelectField
          :model-value="heading"
          class="min-h-6 bg-transparent text-[12.5px] text-ink2"
          :label="`Heading level in ${label}`"
          :options="[option(0, 'Paragraph'), option(2, 'Heading 1'), option(3, 'Heading 2'), option(4, 'Heading 3')]"
          @update:model-value="setHeading(Number($event))"
        />
      </span>
      <template #end
        ><button
          type="button"
          class="ml-auto min-h-6 rounded-sm px-1.5 text-indigo"
          aria-label="@ value of the product"
          :aria-expanded="picking"
          @mousedown.prevent
          @click="togglePicker"
        >
          @ <span class="value-word">value</span>
        </button></template
      >
    </EditorTools>
    <EditorTools
      v-if="!disabled && is('table')"
      :label="`Table in ${label}`"
      :groups="tableTools"
      @leave="backToText"
    />
    <EditorInserts
      v-if="inserting"
      :key="inserting"
      :kind="inserting"
      :language="language"
      :href="(editor?.getAttributes('link').href as string | undefined) ?? ''"
      :html="html"
      :hosts="hosts ?? []"
      @link="setLink"
      @picture="put('figure', { src: $event.src, alt: $event.alt }, $event.caption)"
      @video="put('videoFigure', $event, '')"
      @markup="takeHTML"
      @leave="inserting = undefined"
    />
    <p v-if="removedList" class="flex gap-3 border-b border-hair bg-shade px-2.5 py-1 text-[12px]" role="status">
      <span>Removed from the pasted text: {{ removedList }}.</span
      ><button type="button" class="plain ml-auto" @click="removed = {}">OK</button>
    </p>
    <div v-if="picking" class="border-b border-hair p-2">
      <TextField
        v-model="pickQuery"
        placeholder="Which value?"
        autofocus
        @keydown.enter.prevent="matching(pickQuery)[0] && pick(matching(pickQuery)[0]!)"
        @keydown.esc="picking = false"
        class="w-full"
        label="Which value"
      />
      <ul class="mt-1 max-h-48 overflow-auto">
        <li v-for="v in matching(pickQuery)" :key="v.address">
          <button
            type="button"
            class="flex w-full gap-3 px-2 py-1 text-left hover:bg-indigowash focus-visible:bg-indigowash"
            @click="pick(v)"
          >
            <span>{{ v.label }}</span><span class="text-ink3">{{ v.sample }}</span
            ><span class="ml-auto text-right" :class="isRare(v) ? 'text-ochre' : 'text-ink2'">{{ shareWords(v) }}</span>
          </button>
        </li>
      </ul>
    </div>
    <EditorContent v-if="editor" :editor="editor" />
    <ul
      v-if="popup && popup.items.length"
      class="fixed z-50 w-72 border border-hair2 bg-sheet py-1 shadow-md"
      role="listbox"
      aria-label="Values"
      :style="{ left: `${popup.rect?.left ?? 0}px`, top: `${(popup.rect?.bottom ?? 0) + 4}px` }"
    >
      <li
        v-for="(v, i) in popup.items"
        :key="v.address"
        role="option"
        :aria-selected="i === popup.at"
        class="flex cursor-pointer gap-3 px-3 py-1"
        :class="{ 'bg-indigowash': i === popup.at }"
        @mousedown.prevent="popup.take(v)"
      >
        <span>{{ v.label }}</span><span class="text-ink3">{{ v.sample }}</span
        ><span class="ml-auto text-right" :class="isRare(v) ? 'text-ochre' : 'text-ink2'">{{ shareWords(v) }}</span>
      </li>
    </ul>
  </div>
</template>

<style scoped>
:deep(.found.blocker) {
  text-decoration: underline 2px var(--madder);
  text-underline-offset: 3px;
}
:deep(.found.remark) {
  text-decoration: underline dotted 2px var(--ochre);
  text-underline-offset: 3px;
}
@container (max-width: 480px) {
  .value-word {
    display: none;
  }
  /* The level is a sign there; its list has the words. */
  .heading-level {
    flex: none;
    margin-right: 0;
  }
  .heading-level :deep(.field) {
    gap: 2px;
    padding-inline: 5px;
  }
  .heading-level :deep(.field)::before {
    content: '¶';
  }
  .heading-level :deep(.field > .truncate) {
    display: none;
  }
}
/* A list of short texts shows the tools of the one that is written. */
.tools-compact {
  display: none;
}
.group\/editor:focus-within > .tools-compact {
  display: flex;
}
</style>
