import type { DeliveredCard } from './delivered'
import { pictureOf, productLink, type Place } from './frame'
import { html, type Html } from './html'

/** A product in a list. */
export function card(place: Place, c: DeliveredCard): Html {
  const lang = c.nameLanguage === null ? '' : html` lang="${c.nameLanguage}"`
  return html`<li class="card"><a href="${productLink(place, c)}">
<span class="frame">${c.picture ? html`<img src="${pictureOf(c.picture.name, 480)}" alt="" loading="lazy" />` : ''}</span>
<span class="words"><b${lang}>${c.name}</b>
${c.summary ? html`<small>${c.summary}</small>` : ''}
${c.price ? html`<span class="price">${c.price.shown}</span>` : ''}</span>
</a></li>`
}
