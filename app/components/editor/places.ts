import { Extension } from '@tiptap/core'
import type { Node } from '@tiptap/pm/model'
import { Plugin, PluginKey } from '@tiptap/pm/state'
import { Decoration, DecorationSet } from '@tiptap/pm/view'
import type { TextFinding } from '@core/house-style/finding'

/**
 * A place in formatted text: a stretch of words, as the checks count them, and UTF-16 units in it; with what is said of
 * it.
 */
export type FoundPlace = NonNullable<TextFinding['at']> & Pick<TextFinding, 'level' | 'message'>

/**
 * Where the units of each stretch of words stand in a document, and where the last one ends: each block with words is a
 * stretch. An inline value or a break is one unit, here as there; of spaces beside each other one counts, and none at
 * the ends.
 */
export function stretchesOf(doc: Node): number[][] {
  const stretches: number[][] = []
  doc.descendants((node, at) => {
    // The words of a link to a video are no text that is written here; its checks see them before the caption.
    if (node.type.name === 'videoFigure' && node.attrs.text) stretches.push([])
    if (!node.isTextblock) return true
    const units: { at: number; space: boolean }[] = []
    node.forEach((child, offset) => {
      for (const [i, unit] of (child.isText ? child.text!.split('') : ['\ufffc']).entries()) {
        const space = /[ \t\n\r\f]/.test(unit)
        if (!space || units.at(-1)?.space === false) units.push({ at: at + 1 + offset + i, space })
      }
    })
    if (units.at(-1)?.space) units.pop()
    if (units.length > 0) stretches.push([...units.map((u) => u.at), units.at(-1)!.at + 1])
    return false
  })
  return stretches
}

const key = new PluginKey<DecorationSet>('found places')

function decorate(doc: Node, places: readonly FoundPlace[]): DecorationSet {
  const stretches = stretchesOf(doc)
  return DecorationSet.create(
    doc,
    places.flatMap(({ stretch, from, to, level, message }) => {
      const [start, end] = [stretches[stretch]?.[from], stretches[stretch]?.[to]]
      return start === undefined || end === undefined || start >= end
        ? []
        : [Decoration.inline(start, end, { class: `found ${level}`, title: message })]
    }),
  )
}

/**
 * Underlines what the checks found, in its place. What is written moves the lines along until the checks have looked
 * again.
 */
export const FoundPlaces = Extension.create({
  name: 'foundPlaces',
  addProseMirrorPlugins: () => [
    new Plugin<DecorationSet>({
      key,
      state: {
        init: () => DecorationSet.empty,
        apply: (tr, old) => {
          const places = tr.getMeta(key) as readonly FoundPlace[] | undefined
          return places ? decorate(tr.doc, places) : old.map(tr.mapping, tr.doc)
        },
      },
      props: { decorations: (state) => key.getState(state) },
    }),
  ],
})

/** The meta of a transaction that says what is found now. */
export const foundPlacesKey = key
