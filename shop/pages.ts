import { card } from './card'
import { landingLinks } from './composed'
import type { DeliveredList, DeliveredPage, DeliveredPart, DeliveredProduct, DeliveredStorefront } from './delivered'
import { header, documentOf, homeOf, categoryLink, pictureOf, phrase, widthsOf, type Place } from './frame'
import { delivered, html, type Html } from './html'
import type { Card, Shelf } from './shelf'
import { wordsIn } from './words'

/** The page on which one chooses a storefront and a language. */
export function choicePage(storefronts: readonly DeliveredStorefront[]): Html {
  const list = storefronts.map(
    (s) =>
      html`<li>
        <h2>${s.name}</h2>
        <ul>
          ${s.languages.map(
            (l) =>
              html`<li>
                <a lang="${l.language}" href="${homeOf({ storefront: s.storefront, language: l.language })}"
                  >${l.name}</a
                >
              </li>`,
          )}
        </ul>
      </li>`,
  )
  const body =
    storefronts.length === 0
      ? html`<p class="empty">Nothing has been released yet. Release a storefront, then reload this page.</p>`
      : html`<ul class="shops">
          ${list}
        </ul>`
  return documentOf(
    { title: 'Tarnwheel' },
    null,
    html`<main class="choice">
      <h1>Tarnwheel</h1>
      ${body}
    </main>`,
  )
}

interface CountedCategory {
  code: string
  name: string
  count: number
}

/** The topmost categories, with how many products are in or under each. */
function topCategories(shelf: Shelf): CountedCategory[] {
  const found = new Map<string, CountedCategory>()
  for (const {
    categories: [top],
  } of shelf.sorted) {
    if (!top) continue
    const known = found.get(top.code)
    if (known) known.count++
    else found.set(top.code, { ...top, count: 1 })
  }
  return [...found.values()]
}

/** Categories to go on to. */
function categoryLinks(place: Place, under: readonly CountedCategory[]): Html | string {
  if (under.length === 0) return ''
  return html`<ul class="categories">
    ${under.map(
      (c) =>
        html`<li>
          <a href="${categoryLink(place, c.code)}">${c.name} <small>${c.count}</small></a>
        </li>`,
    )}
  </ul>`
}

/** Lists are shown so many products at a time. */
const pageSize = 24

function listOf(place: Place, cards: readonly Card[], at: { path: string; page: number }): Html {
  const words = wordsIn(place.language)
  if (cards.length === 0) return html`<p class="empty">${words.nothing}</p>`
  const pages = Math.ceil(cards.length / pageSize)
  const shown = cards.slice((at.page - 1) * pageSize, at.page * pageSize)
  const join = at.path.includes('?') ? '&' : '?'
  const numbers = Array.from({ length: pages }, (_, i) => i + 1)
  return html`<ul class="cards">
      ${shown.map((c) => card(place, c))}
    </ul>
    ${
      pages > 1 &&
      html`<div class="pages">
        <ul>
          ${numbers.map((n) =>
            n === at.page
              ? html`<li><b aria-current="page">${n}</b></li>`
              : html`<li><a href="${at.path}${join}page=${n}">${n}</a></li>`,
          )}
        </ul>
      </div>`
    }`
}

/** The first page of an edition: its categories, and products. */
export function homePage(place: Place, page: number): Html {
  const cards = place.shelf.sorted
  return documentOf(
    { title: 'Tarnwheel' },
    place,
    html`${header(place)}
      <main>
        <h1 class="unseen">${wordsIn(place.language).home}</h1>
        ${page === 1 && landingLinks(place)} ${categoryLinks(place, topCategories(place.shelf))}
        ${listOf(place, cards, { path: homeOf(place), page })}
      </main>`,
  )
}

/** A list of a category as it is delivered, some products at a time, and a link to the next ones. */
export function categoryPage(place: Place, list: DeliveredList): Html {
  const { category, path, under, items, next } = list
  const words = wordsIn(place.language)
  const more = next !== null && `${categoryLink(place, category.code)}?after=${encodeURIComponent(next)}`
  return documentOf(
    { title: category.name },
    place,
    html`${header(place)}
      <main>
        ${trail(place, path.slice(0, -1))}
        <h1>${category.name}</h1>
        ${categoryLinks(place, under)}
        ${
          items.length === 0
            ? html`<p class="empty">${words.nothing}</p>`
            : html`<ul class="cards">
                ${items.map((c) => card(place, c))}
              </ul>`
        }
        ${more && html`<p class="more"><a class="button" href="${more}">${words.more}</a></p>`}
      </main>`,
  )
}

/** A page of the storefront's own, such as the one on returns. */
export function standingPage(place: Place, page: DeliveredPage): Html {
  return documentOf(
    { title: page.title },
    place,
    html`${header(place)}
      <main class="standing">
        <h1>${page.title}</h1>
        ${delivered(page.html)}
      </main>`,
  )
}

/** The products whose names hold all the words that were typed. */
export function searchPage(place: Place, q: string, page: number): Html {
  const fold = (text: string) => text.normalize('NFKC').toLocaleLowerCase(place.language)
  const words = fold(q)
    .split(/\s+/)
    .filter((w) => w !== '')
  const cards = place.shelf.sorted.filter((c) => words.every((w) => fold(`${c.name} ${c.sku}`).includes(w)))
  const title = `${wordsIn(place.language).search}: ${q}`
  return documentOf(
    { title },
    place,
    html`${header(place)}
      <main>
        <h1>${title}</h1>
        ${listOf(place, words.length === 0 ? [] : cards, { path: `${homeOf(place)}/search?q=${encodeURIComponent(q)}`, page })}
      </main>`,
  )
}

function trail(place: Place, categories: readonly { code: string; name: string }[]): Html | string {
  if (categories.length === 0) return ''
  return html`<div class="trail">
    <ol>
      ${categories.map((c) => html`<li><a href="${categoryLink(place, c.code)}">${c.name}</a></li>`)}
    </ol>
  </div>`
}

const anchor = ({ piece }: DeliveredPart) => piece.replace(/[^\w-]/g, '-')

const bodyOf = (p: DeliveredPart): Html =>
  p.questions
    ? html`${p.questions.map(
        (q) =>
          html`<div id="${anchor(q)}">
            <h3>${q.title}</h3>
            ${delivered(q.html)}
          </div>`,
      )}`
    : delivered(p.html)

/** A part that can be folded, by the browser alone; the first of an area of tabs is open. */
const folding = (p: DeliveredPart, name: string | null, open: boolean): Html =>
  html`<details id="${anchor(p)}" ${name === null ? '' : html` name="${name}"`}${open ? html` open` : ''}>
    <summary>${p.title}</summary>
    <div class="body">${bodyOf(p)}</div>
  </details>`

function areaOf({ area, as, parts }: DeliveredProduct['areas'][number]): Html {
  if (as === 'plain')
    return html`<section class="area ${area}">
      ${parts.map(
        (p) =>
          html`<section class="part" id="${anchor(p)}">
            <h2>${p.title}</h2>
            ${bodyOf(p)}
          </section>`,
      )}
    </section>`
  // Where one is open at a time, they share a name.
  const name = as === 'accordion' ? null : `area-${area}`
  return html`<section class="area folding ${area}" data-as="${as}">
    ${parts.map((p, i) => folding(p, name, i === 0))}
  </section>`
}

function pictures(product: DeliveredProduct): Html | string {
  const [first, ...others] = product.pictures
  if (!first) return ''
  return html`<div class="pictures">
    <img
      class="main"
      src="${pictureOf(first.name, 960)}"
      srcset="${widthsOf(first.name, 480, 960, 1920)}"
      sizes="(min-width: 820px) 50vw, 100vw"
      alt="${first.alternative}"
    />
    ${
      others.length > 0 &&
      html`<ul>
        ${others.map((p) => html`<li><img src="${pictureOf(p.name, 240)}" alt="${p.alternative}" loading="lazy" /></li>`)}
      </ul>`
    }
  </div>`
}

function stock({ availability }: DeliveredProduct): Html | string {
  if (availability.text === null) return ''
  return html`<p class="stock ${availability.state}">${availability.text}</p>`
}

const isSold = ({ availability }: Pick<DeliveredProduct, 'availability'>) =>
  availability.state === 'in-stock' || availability.state === 'few-left'

/** The variants of a product to choose from. */
function choice(product: DeliveredProduct): Html | string {
  const { variants } = product
  if (variants.length === 0) return ''
  const label = variants[0]!.options
    .map((o) => o.label)
    .filter((l) => l !== '')
    .join(', ')
  const options = variants.map(
    (v) =>
      html`<option value="${v.sku}" ${isSold(v) ? '' : html` disabled`}>
        ${v.options.map((o) => o.value).join(', ')}
      </option>`,
  )
  return html`<label class="choice"
    ><span>${label}</span
    ><select name="sku">
      <option value="">–</option>
      ${options}
    </select></label
  >`
}

/** What is said after an action, by the phrase that the storefront has for it. */
const saidPhrases: Record<string, string> = { added: 'added', choose: 'choose-size' }

function buying(place: Place, product: DeliveredProduct, said: string | null): Html | string {
  const spoken = said !== null && said in saidPhrases ? phrase(place, saidPhrases[said]!) : ''
  if (product.availability.state === 'elsewhere') {
    const { link, text } = product.availability
    return link === null ? '' : html`<p class="buy"><a class="button" href="${link}">${text ?? link}</a></p>`
  }
  if (!isSold(product)) return ''
  const add = phrase(place, 'add-to-basket') || wordsIn(place.language).basket
  return html`<form class="buy" method="post" action="${homeOf(place)}/basket">
    <input type="hidden" name="product" value="${product.sku}" />
    ${choice(product)}<button type="submit" class="button">${add}</button>
    <p class="said" role="status">${spoken}</p>
  </form>`
}

function related(place: Place, { related: groups }: DeliveredProduct): Html[] {
  return groups.map(
    (g) =>
      html`<section class="related">
        <h2>${g.title}</h2>
        <ul class="cards">
          ${g.items.map((item) => {
            const known = place.shelf.cards.get(item.sku)
            const times =
              (item.quantity ?? 1) > 1 ? `${new Intl.NumberFormat(place.language).format(item.quantity!)} × ` : ''
            return known
              ? card(place, { ...known, name: `${times}${item.name}` })
              : html`<li class="card">
                  <span class="words"><b>${times}${item.name}</b></span>
                </li>`
          })}
        </ul>
      </section>`,
  )
}

/** The page of a product. */
export function productPage(place: Place, product: DeliveredProduct, said: string | null): Html {
  const lang = product.nameLanguage === null ? '' : html` lang="${product.nameLanguage}"`
  const { price } = product
  const areas = (names: readonly string[]) => product.areas.filter((a) => names.includes(a.area)).map(areaOf)
  const beside = ['summary', 'beside-price']
  const others = product.areas.map((a) => a.area).filter((a) => !beside.includes(a))
  return documentOf(
    {
      title: product.search.title ?? product.name,
      description: product.search.description ?? product.summary,
      structured: product.structured,
      address: product.address,
      alternates: product.alternates,
    },
    place,
    html`${header(place)}<main class="product">${trail(place, product.categories)}
<div class="first">${pictures(product)}
<div class="offer"><h1${lang}>${product.name}</h1>
${price ? html`<p class="price">${price.shown}${price.instead ? html` <s>${price.instead}</s>` : ''}</p>` : ''}
${stock(product)}
${product.summary ? html`<p class="summary">${product.summary}</p>` : ''}
${buying(place, product, said)}${areas(beside)}</div></div>
${areas(others)}
${related(place, product)}</main>`,
  )
}

/** What stands where there is no page. */
export function missingPage(place: Place | null): Html {
  const words = wordsIn(place?.language ?? 'en')
  const home = place === null ? '/' : homeOf(place)
  return documentOf(
    { title: words.notFound },
    place,
    html`${place === null ? '' : header(place)}
      <main>
        <h1>${words.notFound}</h1>
        <p>${words.notFoundHelp}</p>
        <p><a href="${home}">${words.home}</a></p>
      </main>`,
  )
}
