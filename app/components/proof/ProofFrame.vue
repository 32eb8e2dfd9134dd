<script setup lang="ts">
import type { RenditionWidth } from '@contracts/media'
import type { Availability } from '@core/page/availability'
import type { PagePicture } from '@core/page/media'
import { areaMarkup, lookClasses, tabAfterKey } from '@core/page/markup'
import { relatedName, type RelatedProduct } from '@core/page/relations'
import type { FramedPage } from './framedPage'
import { partMarks, type PartMark } from './partMark'
import { placesOfParts, type PartPlaces } from './partPlaces'
import { holdsWords } from '@core/translation/on-page'
import { escapeAttribute, escapeText } from '@core/richtext/tree'

const props = defineProps<{
  page: FramedPage
  language: string
  asked: string | null
  /** By piece: how it differs from another state of the page, which is marked. */
  marks?: Readonly<Record<string, PartMark>>
  /** What the frame holds, for whoever cannot see it. */
  called?: string
}>()
const emit = defineEmits<{ ask: [string]; placed: [PartPlaces] }>()
const { sought, picked } = useProofFocus()
const frame = useTemplateRef<HTMLIFrameElement>('frame')
const open = useState<string[]>('proof-open-parts', () => ['description'])

const image = (m: PagePicture, width: RenditionWidth) =>
  `<img src="${escapeAttribute(pictureUrl(m.name, width))}" alt="${escapeAttribute(m.alternative)}">`

/** What is said beside the price; of what is sold elsewhere, as a link. */
function availabilityLine({ state, text, link }: Availability): string {
  if (text === null) return ''
  const words = escapeText(text)
  return `<p class="stock ${state}">${link === null ? words : `<a href="${escapeAttribute(link)}">${words}</a>`}</p>`
}

/** The page in one document without scripts; what moves in it is moved from here. */
const html = computed(() => {
  const p = props.page
  const { product } = p
  const lang = product.nameCounts ? '' : ` lang="${escapeAttribute(product.nameLanguage ?? '')}"`
  const picture = product.pictures[0]
    ? `<div class="hero">${image(product.pictures[0], 960)}</div>${
        product.pictures.length > 1
          ? `<ul class="more">${product.pictures
              .slice(1)
              .map((m) => `<li>${image(m, 240)}</li>`)
              .join('')}</ul>`
          : ''
      }`
    : ''
  const sections = p.layout
    .map(({ area, as }) =>
      p.areas[area]?.length
        ? `<section class="area ${lookClasses(p.look)}">${areaMarkup(p.areas[area], as, open.value)}</section>`
        : '',
    )
    .join('')
  const relatedItem = (item: RelatedProduct) => {
    const { picture } = item
    const image = picture ? `<img src="${escapeAttribute(pictureUrl(picture, 240))}" alt="">` : ''
    return `<li>${image}${escapeText(relatedName(item, props.language))}</li>`
  }
  const related = p.related
    .map(
      (g) =>
        `<section class="area related"><h2>${escapeText(g.title)}</h2>` +
        `<ul>${g.items.map(relatedItem).join('')}</ul></section>`,
    )
    .join('')
  const styles = [...scriptFonts(props.language), '/proof.css']
    .map((href) => `<link rel="stylesheet" href="${escapeAttribute(href)}">`)
    .join('')
  const basePrice = product.basePriceShown ? `<s>${escapeText(product.basePriceShown)}</s>` : ''
  const price = product.priceShown ? `<p class="price">${escapeText(product.priceShown)}${basePrice}</p>` : ''
  const stock = availabilityLine(product.availability)
  const summary = product.summary ? `<p class="summary">${escapeText(product.summary)}</p>` : ''
  const head = `<head><meta charset="utf-8"><title>${escapeText(product.name)}</title>${styles}</head>`
  const header = `<header><h1${lang}>${escapeText(product.name)}</h1>${price}${stock}${summary}</header>`
  return (
    `<!doctype html><html lang="${escapeAttribute(props.language)}" dir="${p.direction}">${head}` +
    `<body>${picture}<main>${header}${sections}${related}</main></body></html>`
  )
})

function drive() {
  const doc = frame.value?.contentDocument
  if (!doc) return
  doc.addEventListener('click', (e) => {
    const target = e.target as Element
    const link = target.closest('a')
    if (link) return e.preventDefault()
    const button = target.closest<HTMLElement>('button[data-piece]')
    const part = target.closest<HTMLElement>('[data-piece]')
    if (button) toggle(doc, button)
    if (part) emit('ask', part.dataset.piece!)
    const block = target.closest('p, li, h1, h2, h3, h4, th, td, figcaption, button')
    if (block)
      picked.value = {
        words: block.textContent ?? '',
        piece: part?.dataset.piece ?? null,
        n: (picked.value?.n ?? 0) + 1,
      }
  })
  doc.addEventListener('keydown', (e) => {
    const tab = (e.target as Element).closest<HTMLElement>('[role=tab]')
    if (tab) {
      const tabs = [...doc.querySelectorAll<HTMLElement>('[role=tab]')]
      const next = tabAfterKey(tabs.length, tabs.indexOf(tab), e.key, props.page.direction)
      if (next === undefined) return
      e.preventDefault()
      toggle(doc, tabs[next]!)
      tabs[next]!.focus()
    }
  })
  markDifferences()
  scrollWithin(doc.querySelector('.differs'))
  mark()
  seek()
  tellPlaces()
  doc.addEventListener('scroll', tellPlaces, { passive: true })
  if (doc.body) new ResizeObserver(tellPlaces).observe(doc.body)
}

/** Marks the parts that differ from another state of the page, and the heads of those that are folded away. */
function markDifferences() {
  const doc = frame.value?.contentDocument
  if (!doc) return
  for (const e of doc.querySelectorAll('.differs, .differs-head'))
    e.classList.remove('differs', 'differs-head', ...partMarks)
  for (const [piece, change] of Object.entries(props.marks ?? {})) {
    doc.getElementById(piece)?.classList.add('differs', change)
    doc.querySelector(`button[data-piece="${CSS.escape(piece)}"]`)?.classList.add('differs-head', change)
  }
}
watch(() => props.marks, markDifferences)

let isTelling = false
/** Says where the parts are in sight, once for each time that the page is drawn. */
function tellPlaces() {
  if (isTelling) return
  isTelling = true
  requestAnimationFrame(() => {
    isTelling = false
    const doc = frame.value?.contentDocument
    if (doc) emit('placed', placesOfParts(doc))
  })
}

/** Shows the first block that holds the words that are sought; what stands between them is an inline value. */
function seek() {
  const doc = frame.value?.contentDocument
  if (!doc) return
  for (const e of doc.querySelectorAll('.sought')) e.classList.remove('sought')
  if (!sought.value?.trim()) return
  const blocks = [...doc.querySelectorAll<HTMLElement>('p, li, h1, h2, h3, h4, th, td, figcaption, button')]
  const found = blocks.find((b) => holdsWords(b.textContent ?? '', sought.value!) && !b.querySelector('p, li'))
  if (!found) return
  const hidden = found.closest<HTMLElement>('[hidden]')
  const button = hidden && doc.querySelector<HTMLElement>(`button[data-piece="${CSS.escape(hidden.id)}"]`)
  if (button) toggle(doc, button)
  found.classList.add('sought')
  scrollWithin(found)
}
watch(sought, seek)

/** Brings a part of the page into the middle, without moving what is around the page. */
function scrollWithin(part: Element | null) {
  const view = part?.ownerDocument.defaultView
  if (!part || !view) return
  const { top, height } = part.getBoundingClientRect()
  view.scrollTo({ top: view.scrollY + top - Math.max(0, (view.innerHeight - height) / 2) })
}
function isInSight(part: Element): boolean {
  const { top, bottom } = part.getBoundingClientRect()
  return top >= 0 && bottom <= (part.ownerDocument.defaultView?.innerHeight ?? 0)
}

function toggle(doc: Document, button: HTMLElement) {
  const code = button.dataset.piece!
  tellPlaces()
  if (button.getAttribute('role') === 'tab') {
    for (const t of doc.querySelectorAll<HTMLElement>('[role=tab]')) {
      const chosen = t === button
      t.setAttribute('aria-selected', String(chosen))
      if (chosen) t.removeAttribute('tabindex')
      else t.setAttribute('tabindex', '-1')
      doc.getElementById(t.dataset.piece!)!.hidden = !chosen
    }
    open.value = [code, ...open.value.filter((o) => o !== code)]
  } else {
    const expanded = button.getAttribute('aria-expanded') !== 'true'
    fold(doc, button, expanded)
    const others = expanded
      ? [
          ...(button.closest('[data-one-open]')?.querySelectorAll<HTMLElement>('button[aria-expanded=true]') ?? []),
        ].filter((o) => o !== button)
      : []
    for (const o of others) fold(doc, o, false)
    open.value = open.value.filter((o) => !others.some((x) => x.dataset.piece === o))
    open.value = expanded ? [code, ...open.value.filter((o) => o !== code)] : open.value.filter((o) => o !== code)
  }
}

function fold(doc: Document, button: HTMLElement, expanded: boolean) {
  button.setAttribute('aria-expanded', String(expanded))
  doc.getElementById(button.dataset.piece!)!.hidden = !expanded
}

function mark() {
  const doc = frame.value?.contentDocument
  if (!doc) return
  for (const e of doc.querySelectorAll('.asked')) e.classList.remove('asked')
  if (!props.asked) return
  const body = doc.getElementById(props.asked)
  // A question stands in its FAQ, which may be folded.
  const around = body?.parentElement?.closest<HTMLElement>('[hidden]')
  const head = around && doc.querySelector<HTMLElement>(`button[data-piece="${CSS.escape(around.id)}"]`)
  if (head) toggle(doc, head)
  const button = doc.querySelector<HTMLElement>(`button[data-piece="${CSS.escape(props.asked)}"]`)
  if (body?.hidden && button) toggle(doc, button)
  body?.classList.add('asked')
  if (body && !isInSight(body)) scrollWithin(body)
}
watch(() => props.asked, mark)
// Only the words decide whether the document is written anew: opening a part must not reset it.
const written = ref('')
watch(
  [() => props.page, () => props.language],
  () => {
    written.value = html.value
  },
  { immediate: true },
)
</script>

<template>
  <div>
    <iframe
      ref="frame"
      class="block h-full w-full"
      sandbox="allow-same-origin"
      :title="called ?? 'The product page'"
      :srcdoc="written"
      @load="drive"
    />
  </div>
</template>
