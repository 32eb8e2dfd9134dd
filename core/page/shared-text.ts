import { wordsOf } from '../house-style/count'
import type { Setup } from '../catalogue/model'
import { readNormalForm } from '../richtext/read'
import { isElement, type RichNode } from '../richtext/tree'
import { fold } from '../text/fold'

/** A choice of an attribute that a text names in words: what is true of some products stands on the pages of all. */
export interface NamedOption {
  attribute: string
  option: string
  /** As the text says it. */
  word: string
}

const latin = (s: string) => !/[^\u0020-\u02ff\u1e00-\u1eff]/.test(s)

/** The words of a text that people wrote; inline values are the product's own. */
function writtenWords(nodes: readonly RichNode[]): string {
  return nodes.map((n) => (isElement(n) ? (n.tag === 'data' ? ' ' : `${writtenWords(n.children)} `) : n)).join('')
}

/**
 * Which options of attributes a text of a piece names in its own language: *wool*, *Segeltuch*. Labels of one letter or
 * of digits alone, such as sizes, say too little to be told from other words, and are passed over.
 */
export function optionsNamed(
  html: string,
  language: string,
  setup: Pick<Setup, 'attributes' | 'source'>,
): NamedOption[] {
  const text = writtenWords(readNormalForm(html))
  const words = wordsOf(text, { latin: latin(text), language }).map((w) => fold(w.word))
  const line = ` ${words.join(' ')} `
  const found: NamedOption[] = []
  for (const attribute of setup.attributes.values()) {
    for (const o of attribute.options) {
      const label =
        o.labels[language] ??
        o.labels[language.split('-')[0]!] ??
        (language === setup.source ? o.labels[setup.source] : undefined)
      if (label === undefined || !/\p{L}{2}/u.test(label)) continue
      const wanted = wordsOf(label, { latin: latin(label), language })
        .map((w) => fold(w.word))
        .join(' ')
      if (wanted !== '' && line.includes(` ${wanted} `))
        found.push({ attribute: attribute.code, option: o.code, word: label })
    }
  }
  return found
}
