import type { PieceRecord } from '@contracts/records'
import type { QuestionSet } from '@core/page/piece'
import { v } from '../line'
import { piece, shop, text } from './pieces'

/** The questions that customers keep asking, each written once. */
export const questions: PieceRecord[] = [
  piece({
    code: 'how-long-to-return',
    kind: 'question',
    name: 'How long do I have to return it?',
    note: 'The most asked question of all.',
    tags: ['service'],
    needed: ['storefront:return-days'],
    texts: [
      text(
        'en-GB',
        'How long do I have to return it?',
        `<p>You have ${shop('return-days')}, as long as it has not been ridden in the wet.</p>`,
      ),
      text(
        'de-DE',
        'Wie lange kann ich es zurückgeben?',
        `<p>Sie haben ${shop('return-days')} Zeit, solange es nicht im Regen gefahren wurde.</p>`,
      ),
      text(
        'nl-BE',
        'Hoe lang kan ik het retourneren?',
        `<p>Je hebt ${shop('return-days')}, zolang er niet mee in de regen is gereden.</p>`,
      ),
      text(
        'de-CH',
        'Wie lange kann ich es zurückgeben?',
        `<p>Sie haben ${shop('return-days')} Zeit, solange es nicht im Regen gefahren wurde.</p>`,
      ),
      text(
        'fr-CH',
        'Quel est le délai de retour?',
        `<p>Vous avez ${shop('return-days')}, tant qu’il n’a pas roulé sous la pluie.</p>`,
      ),
      text(
        'ja-JP',
        '返品はいつまでできますか？',
        `<p>${shop('return-days')}以内にお願いします。雨の中で使ったものはお受けできません。</p>`,
      ),
    ],
  }),
  piece({
    code: 'who-helps-me',
    kind: 'question',
    name: 'Who helps me with fitting?',
    note: 'So that people ring before they drill.',
    tags: ['service'],
    texts: [
      text('en-GB', 'Who helps me with fitting?', `<p>Ring ${shop('phone')}: somebody from our workshop answers.</p>`),
      text(
        'de-DE',
        'Wer hilft mir beim Anbauen?',
        `<p>Rufen Sie ${shop('phone')} an: Es meldet sich jemand aus unserer Werkstatt.</p>`,
      ),
      text(
        'de-CH',
        'Wer hilft mir beim Anbauen?',
        `<p>Rufen Sie ${shop('phone')} an: Es meldet sich jemand aus unserer Werkstatt.</p>`,
      ),
      text(
        'fr-CH',
        'Qui peut m’aider au montage?',
        `<p>Appelez le ${shop('phone')}: quelqu’un de notre atelier vous répond.</p>`,
      ),
      text(
        'it-CH',
        'Chi mi aiuta a montarlo?',
        `<p>Chiami ${shop('phone')}: risponde qualcuno della nostra officina.</p>`,
      ),
      text('nl-BE', 'Wie helpt me met monteren?', `<p>Bel ${shop('phone')}: iemand uit onze werkplaats neemt op.</p>`),
      text('sv-SE', 'Vem hjälper mig att montera?', `<p>Ring ${shop('phone')}, så svarar någon från vår verkstad.</p>`),
      text(
        'da-DK',
        'Hvem hjælper mig med at montere?',
        `<p>Ring på ${shop('phone')}, så svarer en fra vores værksted.</p>`,
      ),
      text('fi-FI', 'Kuka auttaa asennuksessa?', `<p>Soita ${shop('phone')}: verstaamme väki vastaa.</p>`),
      text(
        'ja-JP',
        '取り付けを手伝ってもらえますか？',
        `<p>${shop('phone')}へお電話ください。工房の者がお答えします。</p>`,
      ),
      text('ar-AE', 'من يساعدني في التركيب؟', `<p>اتصلوا على ${shop('phone')} ليجيبكم أحد العاملين في ورشتنا.</p>`),
    ],
  }),
  piece({
    code: 'how-safe-is-it',
    kind: 'question',
    name: 'How safe is this lock?',
    note: 'The level is ours, from 1 to 10; say what it is good for.',
    tags: ['locks'],
    needed: ['attribute:security-level'],
    texts: [
      text(
        'en-GB',
        'How safe is this lock?',
        `<p>On our scale of ten it stands at ${v('security-level')}. Up to 6 is for a stop at the baker’s, ` +
          'from 8 for a night at the station.</p>',
      ),
      text(
        'de-DE',
        'Wie sicher ist dieses Schloss?',
        `<p>Auf unserer Skala bis zehn steht es bei ${v('security-level')}. Bis 6 reicht es für den Halt beim ` +
          'Bäcker, ab 8 für eine Nacht am Bahnhof.</p>',
      ),
      text(
        'fr-CH',
        'Cet antivol est-il sûr?',
        `<p>Sur notre échelle de dix, il est à ${v('security-level')}. Jusqu’à 6, c’est pour un arrêt à la ` +
          'boulangerie; dès 8, pour une nuit à la gare.</p>',
      ),
      text(
        'ja-JP',
        'この鍵はどのくらい安全ですか？',
        `<p>当店の10段階で${v('security-level')}です。6までは買い物の間、8からは駅での一晩に。</p>`,
      ),
    ],
  }),
  piece({
    code: 'second-key',
    kind: 'question',
    name: 'Can I order a second key?',
    note: '',
    tags: ['locks'],
    texts: [
      text(
        'en-GB',
        'Can I order a second key?',
        `<p>Yes: send the number on the tag to ${shop('email')}. We keep no list of numbers, so keep the tag.</p>`,
      ),
      text(
        'de-DE',
        'Kann ich einen zweiten Schlüssel bestellen?',
        `<p>Ja: Schicken Sie die Nummer auf dem Anhänger an ${shop('email')}. Wir führen keine Liste der ` +
          'Nummern, heben Sie den Anhänger also auf.</p>',
      ),
      text(
        'ja-JP',
        '合鍵は注文できますか？',
        `<p>はい。札の番号を${shop('email')}へお送りください。番号の控えは取っておりませんので、札は大切にお持ちください。</p>`,
      ),
    ],
  }),
  piece({
    code: 'bright-enough',
    kind: 'question',
    name: 'Is it bright enough off the road?',
    note: '',
    tags: ['lights'],
    needed: ['attribute:output'],
    texts: [
      text(
        'en-GB',
        'Is it bright enough off the road?',
        `<p>It gives ${v('output')}. On a lit street 30 lm are enough to be seen; on a path through the ` +
          'woods you want 200 lm or more.</p>',
      ),
      text(
        'de-DE',
        'Reicht das Licht im Wald?',
        `<p>Es gibt ${v('output')}. Auf beleuchteten Straßen genügen 30 lm, um gesehen zu werden; auf einem ` +
          'Waldweg sollten es 200 lm und mehr sein.</p>',
      ),
      text(
        'fr-CH',
        'Éclaire-t-il assez en forêt?',
        `<p>Il donne ${v('output')}. En ville éclairée, 30 lm suffisent pour être vu; sur un chemin ` +
          'forestier, il en faut 200 ou plus.</p>',
      ),
    ],
  }),
]

export const questionSets: QuestionSet[] = [
  {
    code: 'asked-of-everything',
    name: 'Common questions',
    note: 'Common questions, on every page.',
    questions: ['who-helps-me'],
  },
  {
    code: 'asked-of-locks',
    name: 'Questions about locks',
    note: '',
    questions: ['how-safe-is-it', 'second-key', 'who-helps-me'],
  },
  { code: 'asked-of-lights', name: 'Questions about lights', note: '', questions: ['bright-enough'] },
]
