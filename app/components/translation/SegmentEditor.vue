<script setup lang="ts">
import { Editor, EditorContent } from '@tiptap/vue-3'
import { StarterKit } from '@tiptap/starter-kit'
import type { CodedPart, Placeholder } from '@core/translation/coded'
import { chipWords, codedOf, documentOf, PlaceholderNode } from './placeholderNode'

/** The target of the segment that is worked on: words, and placeholders as chips that cannot be broken. */
const text = defineModel<string>({ required: true })
const props = defineProps<{
  label: string
  language: string
  direction: 'ltr' | 'rtl'
  placeholders: Placeholder[]
  described?: string
}>()
const editor = shallowRef<Editor>()
let last = text.value
onMounted(() => {
  const e = new Editor({
    injectCSS: false,
    content: documentOf(text.value, props.placeholders),
    // A line of words and placeholders: whatever is pasted loses the rest.
    extensions: [
      StarterKit.configure({
        blockquote: false,
        bold: false,
        bulletList: false,
        code: false,
        codeBlock: false,
        hardBreak: false,
        heading: false,
        horizontalRule: false,
        italic: false,
        link: false,
        listItem: false,
        listKeymap: false,
        orderedList: false,
        strike: false,
        trailingNode: false,
        underline: false,
        dropcursor: false,
      }),
      PlaceholderNode,
    ],
    editorProps: {
      attributes: {
        role: 'textbox',
        'aria-multiline': 'true',
        'aria-label': props.label,
        ...(props.described ? { 'aria-describedby': props.described } : {}),
        lang: props.language,
        dir: props.direction,
        class: 'segment-editor',
        spellcheck: 'true',
      },
      // The editor would swallow this; it is the desk's.
      handleDOMEvents: { keydown: (_view, event) => event.key === 'Enter' && (event.ctrlKey || event.metaKey) },
      handleKeyDown: (_view, event) => event.key === 'Enter' && !event.ctrlKey && !event.metaKey && !event.isComposing,
    },
    onUpdate: () => {
      text.value = last = codedOf(e.getJSON())
    },
  })
  editor.value = e
  e.commands.focus('end')
})
onBeforeUnmount(() => editor.value?.destroy())
watch(text, (t) => {
  if (t === last) return
  last = t
  editor.value?.commands.setContent(documentOf(t, props.placeholders))
  editor.value?.commands.focus('end')
})
const insertText = (words: string) => {
  editor.value?.chain().focus().insertContent({ type: 'text', text: words }).run()
}
/** Puts placeholders where the caret is; formatting goes around what is chosen. */
function insert(n: number) {
  const e = editor.value
  const p = props.placeholders.find((x) => x.n === n)
  if (!e || !p) return
  const node = (is: Exclude<CodedPart, string>['is']) => ({
    type: 'placeholder',
    attrs: { n, is, words: chipWords({ n, is }, props.placeholders) },
  })
  if (p.alone) e.chain().focus().insertContent(node('alone')).run()
  else {
    const { from, to } = e.state.selection
    e.chain()
      .focus()
      .insertContentAt(to, node('close'))
      .insertContentAt(from, node('open'))
      .setTextSelection(to + 1)
      .run()
  }
}
defineExpose({ insertText, insert, focus: () => editor.value?.commands.focus() })
</script>

<template>
  <EditorContent v-if="editor" :editor="editor" />
</template>

<style>
.segment-editor {
  min-height: 28px;
  border: 1px solid var(--hair-strong);
  border-radius: 3px;
  background: var(--sheet);
  padding: 4px 8px;
  font-family: var(--font-serif);
  font-size: 14.5px;
  line-height: 1.55;
  outline: none;
}
.segment-editor:focus {
  outline: 2px solid var(--indigo);
}
.segment-editor p {
  margin: 0;
}
.segment-editor .ProseMirror-selectednode {
  outline: 2px solid var(--indigo);
}
</style>
