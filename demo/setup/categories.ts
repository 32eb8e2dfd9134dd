import type { Category } from '@core/catalogue/model'
import { labels } from './labels'

const category = (code: string, parent: string | null, type: string | null, ...names: string[]): Category => ({ code, parent, names: labels(...names), type })
const onTheBike = category('on-the-bike', null, null, 'On the bike', 'Am Rad', 'Sur le vélo', 'Sulla bici', 'Op de fiets', 'På cykeln', 'På cyklen', 'Pyörään', '自転車に取り付ける', 'على الدراجة')
onTheBike.names['de-CH'] = 'Am Velo'

export const categories: Category[] = [
  category('bags', null, null, 'Bags', 'Taschen', 'Sacoches', 'Borse', 'Tassen', 'Väskor', 'Tasker', 'Laukut', 'バッグ', 'الحقائب'),
  category('panniers', 'bags', 'pannier', 'Panniers', 'Gepäckträgertaschen', 'Sacoches de porte-bagages', 'Borse da portapacchi', 'Fietstassen', 'Packväskor', 'Cykeltasker', 'Tarakkalaukut', 'パニアバッグ', 'حقائب جانبية'),
  category('roll-top', 'panniers', null, 'Roll-top', 'Rolltaschen', 'À enroulement', 'A chiusura roll-top', 'Met rolsluiting', 'Med rullstängning', 'Med rullelukning', 'Rullasulkijalla', 'ロールトップ', 'بإغلاق ملفوف'),
  category('handlebar-bags', 'bags', 'handlebar-bag', 'Handlebar bags', 'Lenkertaschen', 'Sacoches de guidon', 'Borse da manubrio', 'Stuurtassen', 'Styrväskor', 'Styrtasker', 'Ohjaustankolaukut', 'フロントバッグ', 'حقائب المقود'),
  category('lights', null, null, 'Lights', 'Beleuchtung', 'Éclairage', 'Luci', 'Verlichting', 'Belysning', 'Lygter', 'Valot', 'ライト', 'الأضواء'),
  category('front-lights', 'lights', 'front-light', 'Front lights', 'Frontlichter', 'Feux avant', 'Luci anteriori', 'Voorlichten', 'Framlampor', 'Forlygter', 'Etuvalot', 'フロントライト', 'أضواء أمامية'),
  category('rear-lights', 'lights', 'rear-light', 'Rear lights', 'Rücklichter', 'Feux arrière', 'Luci posteriori', 'Achterlichten', 'Baklampor', 'Baglygter', 'Takavalot', 'テールライト', 'أضواء خلفية'),
  onTheBike,
  category('racks', 'on-the-bike', 'rack', 'Racks', 'Gepäckträger', 'Porte-bagages', 'Portapacchi', 'Bagagedragers', 'Pakethållare', 'Bagagebærere', 'Tarakat', 'キャリア', 'حوامل الأمتعة'),
  category('locks', 'on-the-bike', 'lock', 'Locks', 'Schlösser', 'Antivols', 'Lucchetti', 'Sloten', 'Lås', 'Låse', 'Lukot', '鍵', 'الأقفال'),
  category('mudguards', 'on-the-bike', 'mudguards', 'Mudguards', 'Schutzbleche', 'Garde-boue', 'Parafanghi', 'Spatborden', 'Stänkskärmar', 'Skærme', 'Lokasuojat', '泥よけ', 'واقيات الطين'),
  category('child-seats', 'on-the-bike', 'child-seat', 'Child seats', 'Kindersitze', 'Sièges enfant', 'Seggiolini', 'Kinderzitjes', 'Barnsitsar', 'Barnestole', 'Lastenistuimet', 'チャイルドシート', 'مقاعد الأطفال'),
  category('bells', 'on-the-bike', 'bell', 'Bells', 'Klingeln', 'Sonnettes', 'Campanelli', 'Bellen', 'Ringklockor', 'Ringeklokker', 'Soittokellot', 'ベル', 'الأجراس'),
  category('bottle-cages', 'on-the-bike', 'bottle-cage', 'Bottle cages', 'Flaschenhalter', 'Porte-bidons', 'Portaborracce', 'Bidonhouders', 'Flaskställ', 'Flaskeholdere', 'Pullotelineet', 'ボトルケージ', 'حوامل القوارير'),
  category('tyres', 'on-the-bike', 'tyre', 'Tyres', 'Reifen', 'Pneus', 'Copertoni', 'Banden', 'Däck', 'Dæk', 'Renkaat', 'タイヤ', 'الإطارات'),
  category('workshop', null, null, 'Workshop', 'Werkstatt', 'Atelier', 'Officina', 'Werkplaats', 'Verkstad', 'Værksted', 'Verstas', 'メンテナンス', 'الورشة'),
  category('pumps', 'workshop', 'pump', 'Pumps', 'Pumpen', 'Pompes', 'Pompe', 'Pompen', 'Pumpar', 'Pumper', 'Pumput', '空気入れ', 'المضخات'),
  category('multi-tools', 'workshop', 'multi-tool', 'Multi-tools', 'Multiwerkzeuge', 'Outils multifonctions', 'Multiattrezzi', 'Multitools', 'Multiverktyg', 'Multiværktøj', 'Monitoimityökalut', '携帯工具', 'أدوات متعددة'),
  category('chain-care', 'workshop', 'chain-care', 'Chain care', 'Kettenpflege', 'Entretien de la chaîne', 'Cura della catena', 'Kettingonderhoud', 'Kedjevård', 'Kædepleje', 'Ketjunhoito', 'チェーンケア', 'العناية بالسلسلة'),
  category('learning', null, null, 'Courses and guides', 'Kurse und Anleitungen', 'Cours et guides', 'Corsi e guide', 'Cursussen en gidsen', 'Kurser och guider', 'Kurser og guider', 'Kurssit ja oppaat', '講座とガイド', 'دورات وأدلة'),
  category('courses', 'learning', 'workshop-course', 'Workshop courses', 'Werkstattkurse', 'Cours d’atelier', 'Corsi in officina', 'Workshops', 'Verkstadskurser', 'Værkstedskurser', 'Korjauskurssit', '整備講座', 'دورات الصيانة'),
  category('guides', 'learning', 'repair-guide', 'Repair guides', 'Reparaturanleitungen', 'Guides de réparation', 'Guide alla riparazione', 'Herstelgidsen', 'Reparationsguider', 'Reparationsguider', 'Korjausoppaat', '修理ガイド', 'أدلة الإصلاح'),
  category('clothing', null, null, 'Clothing', 'Bekleidung', 'Vêtements', 'Abbigliamento', 'Kleding', 'Kläder', 'Tøj', 'Vaatteet', 'ウェア', 'الملابس'),
  category('helmets', 'clothing', 'helmet', 'Helmets', 'Helme', 'Casques', 'Caschi', 'Helmen', 'Hjälmar', 'Hjelme', 'Kypärät', 'ヘルメット', 'الخوذ'),
  category('gloves', 'clothing', 'gloves', 'Gloves', 'Handschuhe', 'Gants', 'Guanti', 'Handschoenen', 'Handskar', 'Handsker', 'Käsineet', 'グローブ', 'القفازات'),
  category('overshoes', 'clothing', 'overshoes', 'Overshoes', 'Überschuhe', 'Couvre-chaussures', 'Copriscarpe', 'Overschoenen', 'Skoöverdrag', 'Overtrækssko', 'Kenkäsuojat', 'シューズカバー', 'أغطية الأحذية'),
  category('rain-jackets', 'clothing', 'rain-jacket', 'Rain jackets', 'Regenjacken', 'Vestes de pluie', 'Giacche antipioggia', 'Regenjassen', 'Regnjackor', 'Regnjakker', 'Sadetakit', 'レインジャケット', 'سترات المطر'),
]
