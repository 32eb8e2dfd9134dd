import { Node } from '@tiptap/core'
import type { JSONContent } from '@tiptap/core'
import { partsOf, textOfParts, type CodedPart, type Placeholder } from '@core/translation/coded'
import { placeholderName } from '@core/translation/checks/placeholders'

/** What a placeholder reads as on the desk: an inline value by its name, formatting by where it begins and ends. */
export function chipWords(part: Exclude<CodedPart, string>, placeholders: readonly Placeholder[]): string {
  const p = placeholders.find((x) => x.n === part.n)
  const address = p?.attributes.value
  const name = address ? inlineLabel(address) : p ? placeholderName(p) : 'unknown'
  return part.is === 'alone' ? name : part.is === 'open' ? `${name} ▸` : `◂ ${name}`
}

/** A placeholder in a segment that is written: one thing that cannot be broken, only moved, copied or deleted. */
export const PlaceholderNode = Node.create({
  name: 'placeholder',
  group: 'inline',
  inline: true,
  atom: true,
  addAttributes: () => ({ n: { default: 0 }, is: { default: 'alone' }, words: { default: '' } }),
  parseHTML: () => [
    {
      tag: 'span[data-placeholder]',
      getAttrs: (e) => ({
        n: Number((e as HTMLElement).dataset.n),
        is: (e as HTMLElement).dataset.is,
        words: (e as HTMLElement).textContent,
      }),
    },
  ],
  renderHTML: ({ node }) => [
    'span',
    {
      'data-placeholder': '',
      'data-n': String(node.attrs.n),
      'data-is': String(node.attrs.is),
      class: 'chip font-sans text-[12px]',
    },
    String(node.attrs.words),
  ],
  renderText: ({ node }) =>
    textOfParts([{ n: node.attrs.n as number, is: node.attrs.is as 'open' | 'close' | 'alone' }]),
})

/** A coded text as the editor's document. */
export function documentOf(coded: string, placeholders: readonly Placeholder[]): JSONContent {
  const content = partsOf(coded)
    .filter((p) => p !== '')
    .map((p): JSONContent =>
      typeof p === 'string'
        ? { type: 'text', text: p }
        : { type: 'placeholder', attrs: { n: p.n, is: p.is, words: chipWords(p, placeholders) } },
    )
  return { type: 'doc', content: [{ type: 'paragraph', ...(content.length > 0 ? { content } : {}) }] }
}

/** The coded text of the editor's document. Lines run into one: a segment has no breaks. */
export function codedOf(document: JSONContent): string {
  const parts = (document.content ?? []).flatMap((line, i): CodedPart[] => [
    ...(i > 0 ? [' '] : []),
    ...(line.content ?? []).map((n): CodedPart =>
      n.type === 'placeholder'
        ? { n: n.attrs!.n as number, is: n.attrs!.is as 'open' | 'close' | 'alone' }
        : (n.text ?? ''),
    ),
  ])
  return textOfParts(parts)
}
