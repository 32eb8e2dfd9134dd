import type { DeliveredCard, DeliveredGroup, DeliveredMenuEntry, DeliveredStorefront } from './delivered'
import { html, trusted, type Html } from './html'
import type { Shelf } from './shelf'
import { wordsIn } from './words'

// What every page of the shop has: where it is, its head, its menu, its foot.

/** Where a shopper is: the edition, what of it is delivered, what is in the basket. */
export interface Place {
  storefront: string
  language: string
  /** The customer group of the shopper; '' is none. */
  group: string
  groups: readonly DeliveredGroup[]
  shelf: Shelf
  storefronts: readonly DeliveredStorefront[]
  basket: number
  /** The secret of the preview that is looked at; '' is what is live. */
  preview: string
}

const part = encodeURIComponent
export const homeOf = ({ storefront, language }: { storefront: string; language: string }): string =>
  `/${part(storefront)}/${part(language)}`
export const productLink = (place: Place, { slug, sku }: Pick<DeliveredCard, 'slug' | 'sku'>) =>
  `${homeOf(place)}/p/${part(slug ?? sku)}`
export const categoryLink = (place: Place, code: string) => `${homeOf(place)}/c/${part(code)}`
export const pageLink = (place: Place, code: string) => `${homeOf(place)}/page/${part(code)}`
export const pictureOf = (name: string, width: number) => `/pictures/${part(name)}?width=${width}`

/** A picture in several widths, of which a browser takes the one that it has room for, in the words of `srcset`. */
export const widthsOf = (name: string, ...widths: number[]): string =>
  widths.map((width) => `${pictureOf(name, width)} ${width}w`).join(', ')

/** A delivered phrase; the form for a number where it has one. Empty where the storefront has no such wording. */
export function phrase({ shelf, language }: Place, code: string, n?: number): string {
  const forms = shelf.phrases[code]
  if (!forms) return ''
  if (n === undefined) return forms.other ?? ''
  const form = forms[new Intl.PluralRules(language).select(n)] ?? forms.other ?? ''
  return form.replaceAll('{n}', new Intl.NumberFormat(language).format(n))
}

export interface Head {
  title: string
  description?: string | null
  structured?: readonly object[]
  /** Where the page is, and where it is in other languages. */
  address?: string | null
  alternates?: readonly { language: string; address: string }[]
}

/** A whole page of the shop. */
export function documentOf(head: Head, place: Place | null, body: Html): Html {
  const language = place?.language ?? 'en'
  const direction = place?.shelf.direction ?? 'ltr'
  // Nothing in a script element is markup, except its own end.
  const structured = (head.structured ?? []).map(
    (data) =>
      html`<script type="application/ld+json">
        ${trusted(JSON.stringify(data).replaceAll('<', '\\u003c'))}
      </script>`,
  )
  return html`<!doctype html>
    <html lang="${language}" dir="${direction}">
      <head>
        <meta charset="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <title>${head.title}</title>
        ${head.description ? html`<meta name="description" content="${head.description}" />` : ''}
        ${head.address ? html`<link rel="canonical" href="${head.address}" />` : ''}
        ${(head.alternates ?? []).map(
          (a) => html`<link rel="alternate" hreflang="${a.language}" href="${a.address}" />`,
        )}
        <link rel="stylesheet" href="/assets/shop.css" />
        ${fontsFor(language)}
        <script src="/assets/shop.js" defer></script>
        ${structured}
      </head>
      <body>
        ${place && previewLine(place)} ${body} ${place && groupSwitch(place)}
      </body>
    </html>`
}

/** Says that what is planned is looked at, and how to come back to what is live. */
function previewLine({ preview, language }: Place): Html | string {
  if (preview === '') return ''
  const words = wordsIn(language)
  return html`<aside class="previewed" aria-label="${words.preview}">
    <p>${words.preview}</p>
    <form action="/preview" method="post"><button>${words.endPreview}</button></form>
  </aside>`
}

const scripts: Record<string, string> = { ja: 'japanese', ar: 'arabic' }
const fontsFor = (language: string): Html | string => {
  const script = scripts[language.split('-')[0]!]
  return script ? html`<link rel="stylesheet" href="/assets/${script}.css" />` : ''
}

/** The head of a page. */
export function header(place: Place): Html {
  const { storefronts, storefront, language, basket } = place
  const words = wordsIn(language)
  const shop = storefronts.find((s) => s.storefront === storefront)
  const called = shop?.languages.find((l) => l.language === language)?.name ?? language
  return html`<header class="top">
    <a class="mark" href="${homeOf(place)}">Tarnwheel</a>
    <p class="here"><a href="/" aria-label="${words.shops}: ${called}">${called}</a></p>
    ${basket > 0 && html`<p class="basket">${phrase(place, 'items-in-basket', basket)}</p>`}
    <form class="search" action="${homeOf(place)}/search" role="search">
      <input type="search" name="q" aria-label="${words.search}" placeholder="${words.search}" maxlength="100" />
    </form>
    ${menu(place)}
  </header>`
}

/** Which customer group the shop is shown to; nothing where it has no key to ask for one. */
function groupSwitch(place: Place): Html | string {
  const { groups, group, language, preview } = place
  if (groups.length === 0 || preview !== '') return ''
  const words = wordsIn(language)
  const choice = (code: string, name: string) =>
    html`<option value="${code}" ${code === group && 'selected'}>${name}</option>`
  return html`<footer class="foot">
    <form class="group" action="${homeOf(place)}/group" method="post">
      <label for="group">${words.group}</label>
      <select id="group" name="group">
        ${choice('', words.everybody)} ${groups.map((g) => choice(g.group, g.name))}
      </select>
      <button>${words.show}</button>
    </form>
  </footer>`
}

const menuLink = (place: Place, { name, to }: DeliveredMenuEntry): Html => {
  if (to !== null && 'category' in to) return html`<a href="${categoryLink(place, to.category)}">${name}</a>`
  if (to !== null && 'page' in to) return html`<a href="${pageLink(place, to.page)}">${name}</a>`
  if (to !== null && 'address' in to) return html`<a href="${to.address}">${name}</a>`
  return html`<span>${name}</span>`
}

/** The entries that lead somewhere in this shop. */
const leads = ({ to, children }: DeliveredMenuEntry, shelf: Shelf): boolean =>
  leading(children, shelf).length > 0 || (to !== null && (!('page' in to) || shelf.pages.has(to.page)))

const leading = (entries: readonly DeliveredMenuEntry[], shelf: Shelf): DeliveredMenuEntry[] =>
  entries.filter((e) => leads(e, shelf))

function menu(place: Place): Html | string {
  const entries = leading(place.shelf.menu, place.shelf)
  const under = ({ children }: DeliveredMenuEntry) => leading(children, place.shelf)
  if (entries.length === 0) return ''
  return html`<nav class="menu">
    <ul>
      ${entries.map(
        (e) =>
          html`<li>
            ${menuLink(place, e)}${
              under(e).length > 0 &&
              html`<ul>
                ${under(e).map((c) => html`<li>${menuLink(place, c)}</li>`)}
              </ul>`
            }
          </li>`,
      )}
    </ul>
  </nav>`
}
