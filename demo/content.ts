import type { AssignmentRecord, PieceRecord } from '@contracts/records'
import { v } from './line'

const shop = (fact: string) => `<data value="storefront:${fact}"></data>`
const text = (language: string, title: string, body: string) => ({ storefront: null, language, title, body })

export const pieces: PieceRecord[] = [
  {
    code: 'rack-fit', kind: 'tab', name: 'Fits these racks', note: 'So that nobody buys a pannier for a rack with thick rails.', needed: ['attribute:rail-diameter'],
    texts: [
      text('en-GB', 'Fits these racks', `<p>Hooks on rails of up to ${v('rail-diameter')} and carries up to <strong>${v('load-limit')}</strong> a side.</p><p>Not sure? Ring us on ${shop('phone')} with the make of your rack.</p>`),
      text('de-CH', 'Passende Gepäckträger', `<p>Passt auf Rohre bis ${v('rail-diameter')} und trägt bis zu <strong>${v('load-limit')}</strong> pro Seite.</p><p>Unsicher? Rufen Sie uns an: ${shop('phone')}.</p>`),
      text('fr-CH', 'Porte-bagages adaptés', `<p>Se fixe sur des tubes jusqu’à ${v('rail-diameter')} et porte jusqu’à <strong>${v('load-limit')}</strong> par côté.</p>`),
      text('de-DE', 'Passende Gepäckträger', `<p>Passt auf Rohre bis ${v('rail-diameter')} und trägt bis zu <strong>${v('load-limit')}</strong> pro Seite.</p><p>Unsicher? Rufen Sie uns an: ${shop('phone')}.</p>`),
      text('nl-BE', 'Past op deze dragers', `<p>Haakt op buizen tot ${v('rail-diameter')} en draagt tot <strong>${v('load-limit')}</strong> per kant.</p>`),
      text('ja-JP', '対応キャリア', `<p>直径${v('rail-diameter')}までのパイプに取り付けられ、片側<strong>${v('load-limit')}</strong>まで積めます。</p>`),
    ],
  },
  {
    code: 'mounting', kind: 'tab', name: 'Mounting, per product', note: 'Takes its text from the product’s own mounting notes.', needed: ['attribute:mounting-notes'],
    texts: [text('en-GB', 'Mounting', `<p>${v('mounting-notes')}</p>`), text('de-CH', 'Montage', `<p>${v('mounting-notes')}</p>`), text('fr-CH', 'Montage', `<p>${v('mounting-notes')}</p>`)],
  },
  {
    code: 'battery-return', kind: 'tab', name: 'Old batteries', note: 'The law asks for it wherever a battery is in the box.', needed: [],
    texts: [
      text('en-GB', 'Old batteries', `<p>Old batteries do not belong in the bin. Bring them back to us or to any collection point, free of charge.</p><p>Questions? ${shop('email')}</p>`),
      text('de-CH', 'Alte Akkus', `<p>Alte Akkus gehören nicht in den Abfall. Bringen Sie sie uns oder einer Sammelstelle zurück, es kostet nichts.</p>`),
      text('it-CH', 'Batterie usate', '<p>Le batterie usate non vanno nei rifiuti. Riportatele da noi o in un punto di raccolta: è gratuito.</p>'),
      text('de-DE', 'Alte Akkus', '<p>Alte Akkus gehören nicht in den Hausmüll. Bringen Sie sie zu uns oder zu einer Sammelstelle zurück, es kostet nichts.</p>'),
      text('sv-SE', 'Gamla batterier', '<p>Gamla batterier hör inte hemma i soporna. Lämna dem hos oss eller på en återvinningsstation, utan kostnad.</p>'),
      text('ar-AE', 'البطاريات القديمة', `<p>لا تُرمَ البطاريات القديمة في القمامة. أعيدوها إلينا أو إلى أي نقطة تجميع مجاناً.</p>`),
    ],
  },
  {
    code: 'size-help', kind: 'tab', name: 'Which size', note: 'Most returns of clothing are for size.', needed: [],
    texts: [
      text('en-GB', 'Which size?', '<p>Measure over the shirt you ride in. Between two sizes, take the larger one.</p><table><tbody><tr><th>Size</th><th>Chest</th></tr><tr><td>S</td><td>86–94 cm</td></tr><tr><td>M</td><td>94–102 cm</td></tr><tr><td>L</td><td>102–110 cm</td></tr></tbody></table>'),
      text('de-CH', 'Welche Grösse?', '<p>Messen Sie über dem Hemd, in dem Sie fahren. Zwischen zwei Grössen nehmen Sie die grössere.</p>'),
      text('fr-CH', 'Quelle taille?', '<p>Mesurez par-dessus la chemise que vous portez à vélo. Entre deux tailles, prenez la plus grande.</p>'),
      text('de-DE', 'Welche Größe?', '<p>Messen Sie über dem Hemd, in dem Sie fahren. Zwischen zwei Größen nehmen Sie die größere.</p>'),
      text('ja-JP', 'サイズの選び方', '<p>乗るときのシャツの上から測ってください。迷ったら大きいほうを。</p>'),
    ],
  },
  {
    code: 'returns', kind: 'tab', name: 'Sending it back', note: 'The same everywhere; the days come from the storefront.', needed: ['storefront:return-days'],
    texts: [text('de-DE', 'Zurückschicken', `<p>Sie haben ${shop('return-days')} Zeit. Schreiben Sie an ${shop('email')}, wir senden Ihnen einen Aufkleber.</p>`), text('nl-BE', 'Terugsturen', `<p>Je hebt ${shop('return-days')} om je te bedenken. Schrijf naar ${shop('email')}.</p>`), text('en-GB', 'Sending it back', `<p>You have ${shop('return-days')} to change your mind. Write to ${shop('email')} and we send you a label.</p>`), text('de-CH', 'Zurückschicken', `<p>Sie haben ${shop('return-days')} Zeit. Schreiben Sie an ${shop('email')}, wir senden Ihnen eine Etikette.</p>`)],
  },
]

const limits = { storefronts: [], languages: [], groups: [], from: null, to: null }
const reach = (rule: unknown, more = {}) => ({ base: 'rule' as const, rule: rule as never, chosen: [], added: [], leftOut: [], eachVariant: false, ...more })

export const assignments: AssignmentRecord[] = [
  { code: 'rack-fit-on-panniers', name: 'Rack fit on panniers', pieces: ['rack-fit'], reach: reach({ all: [{ field: 'type', is: 'equals', value: 'pannier' }, { field: 'attribute:load-limit', is: 'present', value: true }] }), limits, area: 'details', order: 20, resting: false },
  { code: 'mounting-on-hardware', name: 'Mounting where there are notes', pieces: ['mounting'], reach: reach({ all: [{ field: 'type', is: 'one-of', value: ['pannier', 'handlebar-bag', 'rack', 'lock', 'front-light', 'rear-light'] }] }), limits, area: 'details', order: 30, resting: false },
  { code: 'battery-return', name: 'Battery note on lights', pieces: ['battery-return'], reach: reach({ any: [{ field: 'attribute:battery-included', is: 'equals', value: true }, { field: 'tags', is: 'equals', value: 'battery' }] }), limits, area: 'details', order: 60, resting: false },
  { code: 'size-help', name: 'Size help on clothing', pieces: ['size-help'], reach: reach({ all: [{ field: 'category', is: 'equals', value: 'clothing' }, { none: [{ field: 'type', is: 'equals', value: 'helmet' }] }] }), limits, area: 'details', order: 35, resting: false },
  { code: 'returns', name: 'Returns on everything', pieces: ['returns'], reach: { ...reach(null), base: 'everything' }, limits, area: 'details', order: 200, resting: false },
]

/** Special prices, which a product file has no columns for. */
export const specials: { sku: string; prices: { storefront: string; group: string | null; from: string | null; to: string | null; quantity: number; amount: number }[] }[] = [
  { sku: 'PE-1830', prices: [{ storefront: 'ch', group: 'workshop', from: null, to: null, quantity: 1, amount: 96 }, { storefront: 'uk', group: null, from: '2026-11-27', to: '2026-11-30', quantity: 1, amount: 84 }] },
  { sku: 'OX-5120', prices: [{ storefront: 'uk', group: 'club', from: null, to: null, quantity: 1, amount: 41.5 }, { storefront: 'ch', group: null, from: '2026-11-20', to: '2026-12-06', quantity: 1, amount: 52 }] },
  { sku: 'LU-0140', prices: [{ storefront: 'uk', group: 'workshop', from: null, to: null, quantity: 1, amount: 36 }] },
]
