import type { PieceRecord, PieceTextRecord } from '@contracts/records'
import { blankPiece } from '@core/page/piece'
import { v } from '../line'
import { otherFrench } from '../setup/french'

export const shop = (fact: string) => `<data value="storefront:${fact}"></data>`
export const text = (language: string, title: string, body: string): PieceTextRecord => ({
  storefront: null,
  language,
  title,
  body,
})
/** A piece with what it has out of the ordinary. */
export const piece = (record: Partial<PieceRecord> & Pick<PieceRecord, 'code' | 'kind' | 'name'>): PieceRecord => ({
  ...blankPiece(),
  ...record,
  texts: withFrench(record.texts ?? []),
})

/** The texts with Belgian and Canadian French, which say the same as Swiss French and set it otherwise. */
const withFrench = (texts: PieceTextRecord[]): PieceTextRecord[] =>
  texts.flatMap((t) => (t.language === 'fr-CH' ? [t, ...inOtherFrench(t)] : [t]))

const inOtherFrench = (t: PieceTextRecord): PieceTextRecord[] =>
  Object.entries(otherFrench).map(([language, change]) => ({
    ...t,
    language,
    title: change(t.title),
    body: change(t.body),
  }))

const written: (Partial<PieceRecord> & Pick<PieceRecord, 'code' | 'kind' | 'name'>)[] = [
  {
    code: 'rack-fit',
    kind: 'tab',
    name: 'Fits these racks',
    note: 'So that nobody buys a pannier for a rack with thick rails.',
    needed: ['attribute:rail-diameter'],
    texts: [
      text(
        'en-GB',
        'Fits these racks',
        `<p>Hooks on rails of up to ${v('rail-diameter')} and carries up to ` +
          `<strong>${v('load-limit')}</strong> a side.</p><p>Not sure? Ring us on ${shop('phone')} with the ` +
          'make of your rack.</p>',
      ),
      text(
        'de-CH',
        'Passende Gepäckträger',
        `<p>Passt auf Rohre bis ${v('rail-diameter')} und trägt bis zu <strong>${v('load-limit')}</strong> ` +
          `pro Seite.</p><p>Unsicher? Rufen Sie uns an: ${shop('phone')}.</p>`,
      ),
      text(
        'fr-CH',
        'Porte-bagages adaptés',
        `<p>Se fixe sur des tubes jusqu’à ${v('rail-diameter')} et porte jusqu’à ` +
          `<strong>${v('load-limit')}</strong> par côté.</p>`,
      ),
      text(
        'de-DE',
        'Passende Gepäckträger',
        `<p>Passt auf Rohre bis ${v('rail-diameter')} und trägt bis zu <strong>${v('load-limit')}</strong> ` +
          `pro Seite.</p><p>Unsicher? Rufen Sie uns an: ${shop('phone')}.</p>`,
      ),
      text(
        'nl-BE',
        'Past op deze dragers',
        `<p>Haakt op buizen tot ${v('rail-diameter')} en draagt tot <strong>${v('load-limit')}</strong> per kant.</p>`,
      ),
      text(
        'ja-JP',
        '対応キャリア',
        `<p>直径${v('rail-diameter')}までのパイプに取り付けられ、片側<strong>${v('load-limit')}</strong>まで積めます。</p>`,
      ),
    ],
  },
  {
    code: 'mounting',
    kind: 'tab',
    name: 'Mounting, per product',
    note: 'Takes its text from the product’s own mounting notes.',
    needed: [],
    takes: 'mounting-notes',
    sign: 'spanner',
    tags: ['fitting'],
    texts: [
      text('en-GB', 'Mounting', ''),
      text('de-CH', 'Montage', ''),
      text('fr-CH', 'Montage', ''),
      text('de-DE', 'Montage', ''),
      text('ja-JP', '取り付け方', ''),
      text('ar-AE', 'التركيب', ''),
    ],
  },
  {
    code: 'battery-return',
    kind: 'tab',
    name: 'Old batteries',
    note: 'The law asks for it wherever a battery is in the box.',
    needed: [],
    sign: 'cell',
    tags: ['batteries'],
    texts: [
      text(
        'en-GB',
        'Old batteries',
        '<p>Old batteries do not belong in the bin. Bring them back to us or to any collection point, free ' +
          `of charge.</p><p>Questions? ${shop('email')}</p>`,
      ),
      text(
        'de-CH',
        'Alte Akkus',
        '<p>Alte Akkus gehören nicht in den Abfall. Bringen Sie sie uns oder einer Sammelstelle zurück, es ' +
          'kostet nichts.</p>',
      ),
      text(
        'it-CH',
        'Batterie usate',
        '<p>Le batterie usate non vanno nei rifiuti. Riportatele da noi o in un punto di raccolta: è gratuito.</p>',
      ),
      text(
        'de-DE',
        'Alte Akkus',
        '<p>Alte Akkus gehören nicht in den Hausmüll. Bringen Sie sie zu uns oder zu einer Sammelstelle ' +
          'zurück, es kostet nichts.</p>',
      ),
      text(
        'sv-SE',
        'Gamla batterier',
        '<p>Gamla batterier hör inte hemma i soporna. Lämna dem hos oss eller på en återvinningsstation, ' +
          'utan kostnad.</p>',
      ),
      text(
        'ar-AE',
        'البطاريات القديمة',
        `<p>لا تُرمَ البطاريات القديمة في القمامة. أعيدوها إلينا أو إلى أي نقطة تجميع مجاناً.</p>`,
      ),
    ],
  },
  {
    code: 'size-help',
    kind: 'tab',
    name: 'Which size',
    note: 'Most returns of clothing are for size.',
    needed: [],
    sign: 'rule',
    tags: ['sizes'],
    texts: [
      text(
        'en-GB',
        'Which size?',
        '<p>Measure over the shirt you ride in. Between two sizes, take the larger ' +
          'one.</p><table><tbody><tr><th>Size</th><th>Chest</th></tr><tr><td>S</td><td>86–94 ' +
          'cm</td></tr><tr><td>M</td><td>94–102 cm</td></tr><tr><td>L</td><td>102–110 ' +
          'cm</td></tr></tbody></table>',
      ),
      text(
        'de-CH',
        'Welche Grösse?',
        '<p>Messen Sie über dem Hemd, in dem Sie fahren. Zwischen zwei Grössen nehmen Sie die grössere.</p>',
      ),
      text(
        'fr-CH',
        'Quelle taille?',
        '<p>Mesurez par-dessus la chemise que vous portez à vélo. Entre deux tailles, prenez la plus grande.</p>',
      ),
      text(
        'de-DE',
        'Welche Größe?',
        '<p>Messen Sie über dem Hemd, in dem Sie fahren. Zwischen zwei Größen nehmen Sie die größere.</p>',
      ),
      text('ja-JP', 'サイズの選び方', '<p>乗るときのシャツの上から測ってください。迷ったら大きいほうを。</p>'),
    ],
  },
  {
    code: 'returns',
    kind: 'tab',
    name: 'Returns',
    note: 'The same everywhere; the days come from the storefront.',
    needed: ['storefront:return-days'],
    sign: 'parcel',
    tags: ['service'],
    texts: [
      text(
        'de-DE',
        'Rückgabe',
        `<p>Sie haben ${shop('return-days')} Zeit. Schreiben Sie an ${shop('email')}, und wir senden ` +
          'Ihnen ein Rücksendeetikett.</p>',
      ),
      text(
        'nl-BE',
        'Retourneren',
        `<p>Je hebt ${shop('return-days')} om je te bedenken. Schrijf naar ${shop('email')}.</p>`,
      ),
      text(
        'en-GB',
        'Returns',
        `<p>You have ${shop('return-days')} to change your mind. Write to ${shop('email')} and we will send ` +
          'you a return label.</p>',
      ),
      text(
        'de-CH',
        'Rückgabe',
        `<p>Sie haben ${shop('return-days')} Zeit. Schreiben Sie an ${shop('email')}, und wir senden ` +
          'Ihnen eine Rücksendeetikette.</p>',
      ),
    ],
  },
]

/** The tabs and blocks of the demo. */
export const pieces: PieceRecord[] = written.map(piece)
