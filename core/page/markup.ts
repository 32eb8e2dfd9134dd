import { escapeAttribute, escapeText } from '../richtext/tree'
import type { AreaForm, Look } from './layout'
import { signMarkup, type SignName } from './signs'

/** A part of a page to be written out. */
export interface MarkedPart {
  piece: string
  title: string
  html: string
  sign?: string
  /** Of a FAQ: its questions, each to be asked about by itself. */
  questions?: readonly MarkedPart[]
}

const attribute = escapeAttribute
const titleOf = (p: MarkedPart) => `${p.sign ? signMarkup(p.sign as SignName) : ''}${escapeText(p.title)}`
const bodyOf = (p: MarkedPart) =>
  p.questions
    ? p.questions
        .map(
          (q) =>
            `<div id="${attribute(q.piece)}" data-piece="${attribute(q.piece)}"><h3>${titleOf(q)}</h3>${q.html}</div>`,
        )
        .join('')
    : p.html

function tabs(parts: readonly MarkedPart[], open: readonly string[]): string {
  const chosen = open.find((o) => parts.some((p) => p.piece === o)) ?? parts[0]!.piece
  const list = parts
    .map(
      (p) =>
        `<button type="button" role="tab" id="tab-${attribute(p.piece)}" ` +
        `aria-controls="${attribute(p.piece)}" ` +
        `aria-selected="${p.piece === chosen}"${p.piece === chosen ? '' : ' tabindex="-1"'} ` +
        `data-piece="${attribute(p.piece)}">${titleOf(p)}</button>`,
    )
    .join('')
  const panels = parts
    .map(
      (p) =>
        `<div role="tabpanel" id="${attribute(p.piece)}" aria-labelledby="tab-${attribute(p.piece)}" ` +
        'tabindex="0" ' +
        `data-piece="${attribute(p.piece)}"${p.piece === chosen ? '' : ' hidden'}>${bodyOf(p)}</div>`,
    )
    .join('')
  return `<div class="tabs"><div role="tablist">${list}</div>${panels}</div>`
}

function folded(parts: readonly MarkedPart[], open: readonly string[], one: boolean): string {
  const first = open.find((o) => parts.some((p) => p.piece === o))
  return `<div class="accordion"${one ? ' data-one-open' : ''}>${parts
    .map((p) => {
      const expanded = one ? p.piece === first : open.includes(p.piece)
      return (
        `<h2><button type="button" aria-expanded="${expanded}" aria-controls="${attribute(p.piece)}" ` +
        `id="head-${attribute(p.piece)}" data-piece="${attribute(p.piece)}">${titleOf(p)}</button></h2><div ` +
        `role="region" id="${attribute(p.piece)}" aria-labelledby="head-${attribute(p.piece)}" ` +
        `data-piece="${attribute(p.piece)}"${expanded ? '' : ' hidden'}>${bodyOf(p)}</div>`
      )
    })
    .join('')}</div>`
}

const forms: Record<AreaForm, (parts: readonly MarkedPart[], open: readonly string[]) => string> = {
  tabs: tabs,
  accordion: (parts, open) => folded(parts, open, false),
  'one-open': (parts, open) => folded(parts, open, true),
  plain: (parts) =>
    parts
      .map(
        (p) =>
          `<section class="part" id="${attribute(p.piece)}" data-piece="${attribute(p.piece)}" ` +
          `tabindex="-1"><h2>${titleOf(p)}</h2>${bodyOf(p)}</section>`,
      )
      .join(''),
}

/**
 * The pieces of an area as tabs (ARIA Authoring Practices: Tabs, one panel open), folded (Accordion: headings with
 * buttons, any number open or one), or one under the other. Ids come from the pieces' codes, which are their anchors.
 */
export function areaMarkup(parts: readonly MarkedPart[], as: AreaForm, open: readonly string[]): string {
  return parts.length === 0 ? '' : forms[as](parts, open)
}

/** The classes that draw an area in a storefront's look. */
export function lookClasses(look: Look): string {
  return Object.entries(look)
    .map(([k, v]) => `${k}-${v}`)
    .join(' ')
}

/**
 * Which tab a key leads to, by the Tabs pattern: arrows go round, Home and End to the ends; the reading direction turns
 * the arrows.
 */
export function tabAfterKey(count: number, at: number, key: string, direction: 'ltr' | 'rtl'): number | undefined {
  const forward = direction === 'rtl' ? 'ArrowLeft' : 'ArrowRight'
  const back = direction === 'rtl' ? 'ArrowRight' : 'ArrowLeft'
  if (key === forward) return (at + 1) % count
  if (key === back) return (at - 1 + count) % count
  if (key === 'Home') return 0
  if (key === 'End') return count - 1
  return undefined
}
