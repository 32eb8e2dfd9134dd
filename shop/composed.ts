import { card } from './card'
import type { DeliveredComposed, DeliveredLink, DeliveredSection } from './delivered'
import { header, documentOf, pageLink, pictureOf, productLink, widthsOf, type Place } from './frame'
import { delivered, html, type Html } from './html'

// Pages that are put together from sections: landing pages.

/** Where a link of a section leads in this shop. */
function linkOf(place: Place, to: DeliveredLink): string {
  if ('page' in to) return pageLink(place, place.shelf.landing.get(to.page)?.slug ?? to.page)
  return productLink(place, place.shelf.cards.get(to.sku) ?? { sku: to.sku, slug: null })
}

function hero(place: Place, { title, html: text, picture, link }: DeliveredSection): Html {
  return html`<section class="hero${picture ? ' pictured' : ''}">
    ${
      picture &&
      html`<img
        src="${pictureOf(picture.name, 960)}"
        srcset="${widthsOf(picture.name, 480, 960, 1920)}"
        sizes="(min-width: 1080px) 1080px, 100vw"
        alt="${picture.alternative}"
      />`
    }
    <div class="words">
      <h1>${title}</h1>
      ${delivered(text)} ${link && html`<p><a class="button" href="${linkOf(place, link.to)}">${link.label}</a></p>`}
    </div>
  </section>`
}

function text(_: Place, { title, html: body }: DeliveredSection): Html {
  return html`<section class="passage">${title && html`<h2>${title}</h2>`} ${delivered(body)}</section>`
}

function pictured(_: Place, { title, html: body, picture }: DeliveredSection): Html {
  const { name, alternative } = picture!
  return html`<section class="beside">
    <img
      src="${pictureOf(name, 960)}"
      srcset="${widthsOf(name, 480, 960)}"
      sizes="(min-width: 820px) 50vw, 100vw"
      alt="${alternative}"
      loading="lazy"
    />
    <div>${title && html`<h2>${title}</h2>`} ${delivered(body)}</div>
  </section>`
}

const quotation = (_: Place, { html: body }: DeliveredSection): Html =>
  html`<section class="passage quotation">${delivered(body)}</section>`

function row(place: Place, { title, html: body, products }: DeliveredSection): Html {
  const { items, atMost } = products!
  return html`<section class="row">
    ${title && html`<h2>${title}</h2>`} ${delivered(body)}
    <ul class="cards">
      ${items.slice(0, atMost).map((item) => card(place, item))}
    </ul>
  </section>`
}

/** How sections of each kind are drawn; kinds that this shop knows nothing of are passed over. */
const drawn: Record<string, (place: Place, section: DeliveredSection) => Html> = {
  hero,
  text,
  picture: pictured,
  quotation,
  products: row,
}

/** A landing page. */
export function composedPage(place: Place, page: DeliveredComposed): Html {
  const { title, search, sections, address, alternates } = page
  const hasHero = sections.some((section) => section.kind === 'hero')
  return documentOf(
    { title: search.title ?? title, description: search.description, address, alternates },
    place,
    html`${header(place)}
      <main class="composed">
        ${!hasHero && html`<h1>${title}</h1>`} ${sections.map((section) => drawn[section.kind]?.(place, section))}
      </main>`,
  )
}

/** What the first page shows of landing pages. */
export function landingLinks(place: Place): Html | string {
  const pages = [...place.shelf.landing.values()]
  if (pages.length === 0) return ''
  return html`<ul class="landings">
    ${pages.map(
      ({ slug, title, picture }) =>
        html`<li>
          <a href="${pageLink(place, slug)}"
            >${picture && html`<img src="${pictureOf(picture, 960)}" alt="" />`}<b>${title}</b></a
          >
        </li>`,
    )}
  </ul>`
}
