import type { PartOfSpeech, Term } from '@core/translation/glossary'

const order = ['en-GB', 'de', 'fr', 'it', 'nl', 'sv', 'da', 'fi', 'ja', 'ar'] as const

/** A term in every language of the demo; a word behind `!` is one that must not stand for it. */
const term = (code: string, partOfSpeech: PartOfSpeech, note: string, ...said: string[]): Term => ({
  code, partOfSpeech, note, languages: Object.fromEntries(said.flatMap((s, i) => {
    const [right, ...forbidden] = s.split('!').map((w) => w.trim())
    return right ? [[order[i]!, { term: right, forbidden }]] : []
  })),
})

export const terms: Term[] = [
  term('pannier', 'noun', 'Hangs on a rack, never on the handlebar.', 'pannier', 'Tasche ! Satteltasche', 'sacoche ! panier', 'borsa ! cestino', 'fietstas', 'packväska', 'cykeltaske', 'laukku', 'バッグ', 'حقيبة'),
  term('rack', 'noun', 'The frame over the wheel that panniers hang on.', 'rack', 'Gepäckträger ! Ständer', 'porte-bagages ! étagère', 'portapacchi ! scaffale', 'bagagedrager ! rek', 'pakethållare', 'bagagebærer', 'tarakka', 'キャリア', 'حامل أمتعة'),
  term('roll-closure', 'noun', 'Rolled down three times, then clipped.', 'roll closure', 'Rollverschluss ! Rollladen', 'fermeture enroulée', 'chiusura a rotolo', 'rolsluiting', 'rullstängning', 'rullelukning', 'rullasuljin', 'ロールクロージャー', 'إغلاق ملفوف'),
  term('mudguard', 'noun', '', 'mudguard', 'Schutzblech ! Kotflügel', 'garde-boue ! aile', 'parafango', 'spatbord', 'stänkskärm', 'skærm', 'lokasuoja', '泥よけ', 'واقي طين'),
  term('hook', 'noun', '', 'hook', 'Haken', 'crochet', 'gancio', 'haak', 'krok', 'krog', 'koukku', 'フック', 'خطاف'),
  term('welded-seam', 'noun', 'Heat-welded, not sewn.', 'welded seam', 'verschweißte Naht ! geklebte Naht', 'couture soudée', 'cucitura saldata', 'gelaste naad', 'svetsad söm', 'svejset søm', 'hitsattu sauma', '溶着された縫い目', 'درزة ملحومة'),
  term('rail', 'noun', 'The tube of a rack that hooks hold on.', 'rail', 'Rohr ! Schiene', 'tube ! rail', 'tubo ! binario', 'buis', 'rör', 'rør', 'putki', 'パイプ', 'قضيب'),
  term('load-limit', 'noun', 'Never “capacity”, which is the volume.', 'load limit', 'Traglast ! Kapazität', 'charge maximale ! capacité', 'carico massimo ! capacità', 'maximale belasting', 'maxlast', 'maks. last', 'kantavuus', '最大積載量', 'الحمولة القصوى'),
  term('commute', 'noun', '', 'commute', 'Arbeitsweg', 'trajet', 'tragitto', 'woon-werkrit', 'pendling', 'pendling', 'työmatka', '通勤', 'تنقل'),
  term('lock', 'noun', '', 'lock', 'Schloss', 'antivol ! serrure', 'lucchetto ! serratura', 'slot', 'lås', 'lås', 'lukko', '鍵', 'قفل'),
]
