import { escapeAttribute, escapeText } from '../richtext/tree'

/** A part of a page to be written out. */
export interface MarkedPart {
  piece: string
  title: string
  html: string
}

/**
 * The pieces of an area as tabs (ARIA Authoring Practices: Tabs, one panel open) or as an accordion
 * (Accordion: headings with buttons, any number open). Ids come from the pieces' codes, which are their anchors.
 */
export function areaMarkup(parts: readonly MarkedPart[], as: 'tabs' | 'accordion', open: readonly string[]): string {
  if (parts.length === 0) return ''
  if (as === 'tabs') {
    const chosen = parts.some((p) => open.includes(p.piece)) ? open.find((o) => parts.some((p) => p.piece === o))! : parts[0]!.piece
    const tabs = parts.map((p) => `<button type="button" role="tab" id="tab-${escapeAttribute(p.piece)}" aria-controls="${escapeAttribute(p.piece)}" aria-selected="${p.piece === chosen}"${p.piece === chosen ? '' : ' tabindex="-1"'} data-piece="${escapeAttribute(p.piece)}">${escapeText(p.title)}</button>`).join('')
    const panels = parts.map((p) => `<div role="tabpanel" id="${escapeAttribute(p.piece)}" aria-labelledby="tab-${escapeAttribute(p.piece)}" tabindex="0" data-piece="${escapeAttribute(p.piece)}"${p.piece === chosen ? '' : ' hidden'}>${p.html}</div>`).join('')
    return `<div class="tabs"><div role="tablist">${tabs}</div>${panels}</div>`
  }
  return `<div class="accordion">${parts.map((p) => {
    const expanded = open.includes(p.piece)
    return `<h2><button type="button" aria-expanded="${expanded}" aria-controls="${escapeAttribute(p.piece)}" id="head-${escapeAttribute(p.piece)}" data-piece="${escapeAttribute(p.piece)}">${escapeText(p.title)}</button></h2><div role="region" id="${escapeAttribute(p.piece)}" aria-labelledby="head-${escapeAttribute(p.piece)}" data-piece="${escapeAttribute(p.piece)}"${expanded ? '' : ' hidden'}>${p.html}</div>`
  }).join('')}</div>`
}

/** Which tab a key leads to, by the Tabs pattern: arrows go round, Home and End to the ends; the reading direction turns the arrows. */
export function tabAfterKey(count: number, at: number, key: string, direction: 'ltr' | 'rtl'): number | undefined {
  const forward = direction === 'rtl' ? 'ArrowLeft' : 'ArrowRight'
  const back = direction === 'rtl' ? 'ArrowRight' : 'ArrowLeft'
  if (key === forward) return (at + 1) % count
  if (key === back) return (at - 1 + count) % count
  if (key === 'Home') return 0
  if (key === 'End') return count - 1
  return undefined
}
