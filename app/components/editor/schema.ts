import { Extension, Node, type Extensions } from '@tiptap/core'
import { Subscript } from '@tiptap/extension-subscript'
import { Superscript } from '@tiptap/extension-superscript'
import { TableKit } from '@tiptap/extension-table'
import { ListItem } from '@tiptap/extension-list'
import { StarterKit } from '@tiptap/starter-kit'

/** An inline value: stored as its address, shown as a chip. */
export const InlineValue = Node.create({
  name: 'inlineValue',
  group: 'inline',
  inline: true,
  atom: true,
  addAttributes: () => ({
    address: {
      default: '',
      parseHTML: (e: HTMLElement) => e.getAttribute('value') ?? '',
      renderHTML: (a: Record<string, unknown>) => ({ value: a.address as string }),
    },
  }),
  parseHTML: () => [{ tag: 'data[value]' }],
  renderHTML: ({ HTMLAttributes }) => ['data', HTMLAttributes],
})

/** A picture with a caption. */
export const Figure = Node.create({
  name: 'figure',
  group: 'block',
  content: 'inline*',
  isolating: true,
  draggable: true,
  addAttributes: () => ({
    src: {
      default: null,
      parseHTML: (e: HTMLElement) => e.querySelector('img')?.getAttribute('src') ?? null,
      rendered: false,
    },
    alt: {
      default: '',
      parseHTML: (e: HTMLElement) => e.querySelector('img')?.getAttribute('alt') ?? '',
      rendered: false,
    },
  }),
  parseHTML: () => [
    {
      tag: 'figure',
      getAttrs: (e) => (e.querySelector('img') ? null : false),
      contentElement: (e) => (e as HTMLElement).querySelector('figcaption') ?? document.createElement('span'),
    },
  ],
  renderHTML: ({ node, HTMLAttributes }) => [
    'figure',
    HTMLAttributes,
    ['img', { src: node.attrs.src as string, alt: node.attrs.alt as string }],
    ['figcaption', 0],
  ],
})

/** A link to a video on its own, in a figure. */
export const VideoFigure = Node.create({
  name: 'videoFigure',
  group: 'block',
  content: 'inline*',
  isolating: true,
  addAttributes: () => ({
    href: {
      default: null,
      parseHTML: (e: HTMLElement) => e.querySelector(':scope > a')?.getAttribute('href') ?? null,
      rendered: false,
    },
    text: {
      default: '',
      parseHTML: (e: HTMLElement) => e.querySelector(':scope > a')?.textContent ?? '',
      rendered: false,
    },
  }),
  parseHTML: () => [
    {
      tag: 'figure',
      getAttrs: (e) => (e.querySelector('img') || !e.querySelector(':scope > a') ? false : null),
      contentElement: (e) => (e as HTMLElement).querySelector('figcaption') ?? document.createElement('span'),
    },
  ],
  renderHTML: ({ node, HTMLAttributes }) => [
    'figure',
    HTMLAttributes,
    ['a', { href: node.attrs.href as string }, node.attrs.text as string],
    ['figcaption', 0],
  ],
})

/** Blocks and their language and direction, which our normal form keeps. */
const Languages = Extension.create({
  name: 'languages',
  addGlobalAttributes: () => [
    {
      types: [
        'paragraph',
        'heading',
        'bulletList',
        'orderedList',
        'listItem',
        'blockquote',
        'table',
        'tableCell',
        'tableHeader',
        'figure',
        'videoFigure',
      ],
      attributes: Object.fromEntries(
        ['lang', 'dir'].map((name) => [
          name,
          {
            default: null,
            parseHTML: (e: HTMLElement) => e.getAttribute(name),
            renderHTML: (a: Record<string, unknown>) => (a[name] ? { [name]: a[name] } : {}),
          },
        ]),
      ),
    },
  ],
})

/** The schema of the editor: what it can hold is our subset of HTML, so that opening and saving changes nothing. */
export function editorExtensions(inlineValue: Node = InlineValue): Extensions {
  return [
    StarterKit.configure({
      heading: { levels: [2, 3, 4] },
      code: false,
      codeBlock: false,
      listItem: false,
      horizontalRule: false,
      underline: false,
      trailingNode: false,
      link: {
        openOnClick: false,
        autolink: false,
        linkOnPaste: true,
        protocols: ['mailto', 'tel'],
        HTMLAttributes: { rel: null, target: null },
      },
    }),
    // Left to itself, the editor wants a paragraph first in every item, and takes apart a list whose item begins with a
    // table.
    ListItem.extend({ content: 'block+' }),
    Subscript,
    Superscript,
    TableKit.configure({ table: { resizable: false } }),
    Languages,
    Figure,
    VideoFigure,
    inlineValue,
  ]
}
