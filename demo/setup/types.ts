import type { Labels, ProductType, TypeAttribute } from '@core/attributes/attribute'
import { labels } from './labels'

const groups = [
  { code: 'facts', labels: labels('Facts', 'Fakten', 'Faits', 'Fatti', 'Feiten', 'Fakta', 'Fakta', 'Tiedot', '仕様', 'الحقائق') }, { code: 'copy', labels: labels('Copy', 'Texte', 'Textes', 'Testi', 'Teksten', 'Texter', 'Tekster', 'Tekstit', 'テキスト', 'النصوص') },
  { code: 'search', labels: labels('Search', 'Suche', 'Recherche', 'Ricerca', 'Zoeken', 'Sök', 'Søgning', 'Haku', '検索', 'البحث') }, { code: 'media', labels: labels('Media', 'Medien', 'Médias', 'Media', 'Media', 'Media', 'Medier', 'Media', 'メディア', 'الوسائط') }, { code: 'package', labels: labels('Package', 'Paket', 'Colis', 'Pacco', 'Pakket', 'Paket', 'Pakke', 'Paketti', '梱包', 'الطرد') },
]
const use = (group: string, codes: string[], more: Partial<TypeAttribute> = {}): TypeAttribute[] => codes.map((attribute) => ({ attribute, group, required: false, requiredIn: [], requiredWhere: null, perVariant: false, default: null, ...more }))
const searchTexts = ['search-title', 'search-description', 'search-words', 'slug']
const shipped = { field: 'kind', is: 'equals', value: 'shipped' } as const

interface More { asked?: string[]; perVariant?: string[]; copy?: string[]; media?: string[]; views?: ProductType['views'] }
/** A type of goods that are sent: what is asked of every one of them, and what only this one has. */
function goods(code: string, names: Labels, facts: string[], optional: string[], { asked, perVariant = [], copy = ['mounting-notes'], media = [], views = ['whole'] }: More = {}): ProductType {
  return {
    code, labels: names, groups, views, cut: null,
    attributes: [
      ...use('facts', facts.filter((f) => !perVariant.includes(f)), { required: true }), ...use('facts', perVariant, { required: true, perVariant: true }),
      ...use('facts', optional.filter((f) => !perVariant.includes(f))), ...use('facts', ['warranty-years'], { default: 2 }), ...use('facts', ['season', 'model', 'launched']),
      ...use('copy', ['name', 'summary', 'description', 'key-points'], { required: true }), ...use('copy', copy), ...use('copy', ['asked-often'], { default: asked ?? null }), ...use('search', searchTexts),
      ...use('media', ['pictures'], { required: true, perVariant: perVariant.includes('colour') }), ...use('media', media),
      ...use('package', ['package-weight'], { required: true, requiredWhere: shipped }), ...use('package', ['package-length']),
    ],
  }
}
/** A type of what is not sent, so that nothing of a package is asked. */
function immaterial(code: string, names: Labels, facts: string[], optional: string[], media: string[]): ProductType {
  return {
    code, labels: names, groups: groups.filter((g) => g.code !== 'package'), views: ['whole'], cut: { levels: [2, 3], except: [] },
    attributes: [...use('facts', facts, { required: true }), ...use('facts', [...optional, 'model']), ...use('copy', ['name', 'summary', 'description'], { required: true }), ...use('copy', ['key-points', 'asked-often']), ...use('search', searchTexts), ...use('media', ['pictures'], { required: true }), ...use('media', media)],
  }
}

export const types: ProductType[] = [
  goods('pannier', labels('Pannier', 'Gepäckträgertasche', 'Sacoche de porte-bagages', 'Borsa da portapacchi', 'Fietstas', 'Packväska', 'Cykeltaske', 'Tarakkalaukku', 'パニアバッグ', 'حقيبة جانبية'), ['volume', 'load-limit', 'material', 'colour'], ['weight', 'rail-diameter', 'mounting', 'reflective']),
  goods('handlebar-bag', labels('Handlebar bag', 'Lenkertasche', 'Sacoche de guidon', 'Borsa da manubrio', 'Stuurtas', 'Styrväska', 'Styrtaske', 'Ohjaustankolaukku', 'フロントバッグ', 'حقيبة مقود'), ['volume', 'load-limit', 'material', 'colour'], ['weight', 'mounting', 'reflective']),
  goods('front-light', labels('Front light', 'Frontlicht', 'Feu avant', 'Luce anteriore', 'Voorlicht', 'Framlampa', 'Forlygte', 'Etuvalo', 'フロントライト', 'ضوء أمامي'), ['output', 'burn-time', 'battery-included'], ['weight', 'mounting'], { media: ['guide-files'] }),
  goods('rear-light', labels('Rear light', 'Rücklicht', 'Feu arrière', 'Luce posteriore', 'Achterlicht', 'Baklampa', 'Baglygte', 'Takavalo', 'テールライト', 'ضوء خلفي'), ['output', 'burn-time', 'battery-included'], ['weight', 'mounting']),
  goods('lock', labels('Lock', 'Schloss', 'Antivol', 'Lucchetto', 'Slot', 'Lås', 'Lås', 'Lukko', '鍵', 'قفل'), ['security-level', 'material', 'length'], ['weight', 'mounting'], { asked: ['asked-of-locks'] }),
  goods('rack', labels('Rack', 'Gepäckträger', 'Porte-bagages', 'Portapacchi', 'Bagagedrager', 'Pakethållare', 'Bagagebærer', 'Tarakka', 'キャリア', 'حامل أمتعة'), ['load-limit', 'material', 'rail-diameter'], ['weight', 'mounting'], { media: ['guide-files'] }),
  goods('mudguards', labels('Mudguards', 'Schutzbleche', 'Garde-boue', 'Parafanghi', 'Spatborden', 'Stänkskärmar', 'Skærme', 'Lokasuojat', '泥よけ', 'واقيات طين'), ['width', 'material', 'wheel-size'], ['tyre-width', 'weight', 'colour'], { perVariant: ['wheel-size'], copy: ['mounting-notes', 'in-the-box'] }),
  goods('child-seat', labels('Child seat', 'Kindersitz', 'Siège enfant', 'Seggiolino', 'Kinderzitje', 'Barnsits', 'Barnestol', 'Lastenistuin', 'チャイルドシート', 'مقعد طفل'), ['child-weight', 'mounting', 'colour'], ['weight', 'reflective'], { perVariant: ['colour'], copy: ['mounting-notes', 'in-the-box'], media: ['guide-files'], views: ['whole', 'in-use'] }),
  goods('bell', labels('Bell', 'Klingel', 'Sonnette', 'Campanello', 'Bel', 'Ringklocka', 'Ringeklokke', 'Soittokello', 'ベル', 'جرس'), ['material'], ['weight', 'mounting', 'colour'], { perVariant: ['colour'] }),
  goods('bottle-cage', labels('Bottle cage', 'Flaschenhalter', 'Porte-bidon', 'Portaborraccia', 'Bidonhouder', 'Flaskställ', 'Flaskeholder', 'Pulloteline', 'ボトルケージ', 'حامل قارورة'), ['material', 'colour'], ['weight', 'load-limit'], { perVariant: ['colour'] }),
  goods('tyre', labels('Tyre', 'Reifen', 'Pneu', 'Copertone', 'Band', 'Däck', 'Dæk', 'Rengas', 'タイヤ', 'إطار'), ['wheel-size', 'tyre-width', 'puncture-layer'], ['max-pressure', 'weight', 'reflective', 'material'], { perVariant: ['wheel-size', 'tyre-width'] }),
  goods('pump', labels('Pump', 'Pumpe', 'Pompe', 'Pompa', 'Pomp', 'Pump', 'Pumpe', 'Pumppu', '空気入れ', 'مضخة'), ['max-pressure', 'valves', 'length'], ['weight', 'material'], { copy: ['in-the-box'] }),
  goods('multi-tool', labels('Multi-tool', 'Multiwerkzeug', 'Outil multifonction', 'Multiattrezzo', 'Multitool', 'Multiverktyg', 'Multiværktøj', 'Monitoimityökalu', '携帯工具', 'أداة متعددة'), ['tools', 'material'], ['weight', 'length'], { copy: ['in-the-box'] }),
  goods('chain-care', labels('Chain care', 'Kettenpflege', 'Entretien de la chaîne', 'Cura della catena', 'Kettingonderhoud', 'Kedjevård', 'Kædepleje', 'Ketjunhoito', 'チェーンケア', 'العناية بالسلسلة'), ['content', 'weather'], ['weight'], { copy: [] }),
  goods('helmet', labels('Helmet', 'Helm', 'Casque', 'Casco', 'Helm', 'Hjälm', 'Hjelm', 'Kypärä', 'ヘルメット', 'خوذة'), ['material', 'size', 'colour'], ['weight', 'reflective'], { perVariant: ['size', 'colour'], copy: ['size-chart'] }),
  goods('gloves', labels('Gloves', 'Handschuhe', 'Gants', 'Guanti', 'Handschoenen', 'Handskar', 'Handsker', 'Käsineet', 'グローブ', 'قفازات'), ['material', 'size'], ['reflective', 'colour'], { perVariant: ['size'], copy: ['size-chart', 'mounting-notes'] }),
  goods('overshoes', labels('Overshoes', 'Überschuhe', 'Couvre-chaussures', 'Copriscarpe', 'Overschoenen', 'Skoöverdrag', 'Overtrækssko', 'Kenkäsuojat', 'シューズカバー', 'أغطية أحذية'), ['material', 'size'], ['reflective', 'colour'], { perVariant: ['size'], copy: ['size-chart'] }),
  goods('rain-jacket', labels('Rain jacket', 'Regenjacke', 'Veste de pluie', 'Giacca antipioggia', 'Regenjas', 'Regnjacka', 'Regnjakke', 'Sadetakki', 'レインジャケット', 'سترة مطر'), ['material', 'size', 'colour'], ['weight', 'reflective'], { perVariant: ['size', 'colour'], copy: ['size-chart'] }),
  immaterial('workshop-course', labels('Workshop course', 'Werkstattkurs', 'Cours d’atelier', 'Corso in officina', 'Workshop', 'Verkstadskurs', 'Værkstedskursus', 'Korjauskurssi', '整備講座', 'دورة صيانة'), ['duration', 'places', 'level', 'venue'], [], ['film']),
  immaterial('repair-guide', labels('Repair guide', 'Reparaturanleitung', 'Guide de réparation', 'Guida alla riparazione', 'Herstelgids', 'Reparationsguide', 'Reparationsguide', 'Korjausopas', '修理ガイド', 'دليل إصلاح'), ['pages', 'level'], [], ['guide-files']),
]
