import type { Attribute, Labels, Option } from '@core/attributes/attribute'
import { everywhere, labels } from './labels'

const base = { help: {}, family: null, unit: null, options: [], translatable: false, perStorefront: false, serves: [], allowed: null } satisfies Partial<Attribute>
const plain = (code: string, type: Attribute['type'], names: Labels, more: Partial<Attribute> = {}): Attribute => ({ ...base, serves: ['text', 'number', 'yes-no', 'choice', 'choices', 'date'].includes(type) ? ['facts'] : [], code, type, labels: names, ...more })
const measure = (code: string, family: Attribute['family'], unit: string, ...names: string[]): Attribute => plain(code, 'measure', labels(...names), { family, unit, serves: ['facts', 'comparison'] })
const option = (code: string, ...names: string[]) => ({ code, labels: labels(...names) })
const swatched = (swatch: string, o: Option) => ({ ...o, swatch })
const help = (text: string) => ({ help: { 'en-GB': text } })

const copy: Attribute[] = [
  plain('name', 'text', labels('Name', 'Name', 'Nom', 'Nome', 'Naam', 'Namn', 'Navn', 'Nimi', '商品名', 'الاسم'), { serves: ['search'], translatable: true, perStorefront: true, ...help('What the product is called, without size or colour.') }),
  plain('summary', 'long-text', labels('Summary', 'Kurztext', 'Résumé', 'Riepilogo', 'Samenvatting', 'Sammanfattning', 'Resumé', 'Tiivistelmä', '要約', 'الملخص'), { translatable: true, perStorefront: true, ...help('A line or two, shown in lists and beside the price.') }),
  plain('description', 'rich-text', labels('Description', 'Beschreibung', 'Description', 'Descrizione', 'Beschrijving', 'Beskrivning', 'Beskrivelse', 'Kuvaus', '商品説明', 'الوصف'), { translatable: true, perStorefront: true }),
  plain('key-points', 'key-points', labels('Key points', 'Das Wichtigste', 'Points forts', 'Punti chiave', 'Kernpunten', 'Det viktigaste', 'Det vigtigste', 'Tärkeintä', '特長', 'أهم المزايا'), { translatable: true, ...help('Three to eight short lines.'), allowed: { least: 3, most: 8, pattern: null } }),
  plain('mounting-notes', 'rich-text', labels('Mounting notes', 'Montagehinweise', 'Conseils de montage', 'Note di montaggio', 'Montage', 'Montering', 'Montering', 'Asennus', '取り付け方', 'التركيب'), { translatable: true }),
  plain('search-title', 'text', labels('Search title', 'Suchtitel', 'Titre de recherche', 'Titolo di ricerca', 'Zoektitel', 'Söktitel', 'Søgetitel', 'Hakuotsikko', '検索タイトル', 'عنوان البحث'), { serves: ['search'], translatable: true, perStorefront: true }),
  plain('search-description', 'text', labels('Search description', 'Suchbeschreibung', 'Description de recherche', 'Descrizione di ricerca', 'Zoekbeschrijving', 'Sökbeskrivning', 'Søgebeskrivelse', 'Hakukuvaus', '検索用の説明', 'وصف البحث'), { serves: ['search'], translatable: true, perStorefront: true, ...help('One or two lines under the title in search results.') }),
  plain('search-words', 'text', labels('Search words', 'Suchwörter', 'Mots de recherche', 'Parole di ricerca', 'Zoekwoorden', 'Sökord', 'Søgeord', 'Hakusanat', '検索語', 'كلمات البحث'), { serves: ['search'], translatable: true, perStorefront: true, ...help('Synonyms and common misspellings, with commas between. What stands in the text need not be here.') }),
  plain('slug', 'text', labels('Slug', 'Adresszeile', 'Adresse', 'Indirizzo', 'Adres', 'Adress', 'Adresse', 'Osoite', 'スラッグ', 'مسار العنوان'), { serves: ['search'], translatable: true, perStorefront: true, ...help('The product’s part of its address: small letters and digits with hyphens. Without one it is made from the name.'), allowed: { least: null, most: null, pattern: '[a-z0-9]+(-[a-z0-9]+)*' } }),
  plain('in-the-box', 'box-contents', labels('In the box', 'Lieferumfang', 'Contenu', 'Contenuto', 'Inhoud', 'I lådan', 'I æsken', 'Pakkauksessa', '付属品', 'محتويات العلبة'), { translatable: true, serves: ['facts'] }),
  plain('size-chart', 'table', labels('Size chart', 'Größentabelle', 'Tableau des tailles', 'Tabella taglie', 'Maattabel', 'Storlekstabell', 'Størrelsesskema', 'Kokotaulukko', 'サイズ表', 'جدول المقاسات'), { translatable: true }),
  plain('venue', 'text', labels('Where', 'Ort', 'Lieu', 'Luogo', 'Plaats', 'Plats', 'Sted', 'Paikka', '会場', 'المكان'), { translatable: true, perStorefront: true, serves: ['facts'] }),
]

const choices: Attribute[] = [
  plain('season', 'choice', labels('Season', 'Saison', 'Saison', 'Stagione', 'Seizoen', 'Säsong', 'Sæson', 'Vuodenaika', '季節', 'الموسم'), { options: [
    option('all-year', 'All year', 'Ganzjährig', 'Toute l’année', 'Tutto l’anno', 'Het hele jaar', 'Året runt', 'Hele året', 'Ympäri vuoden', '通年', 'طوال العام'), option('summer', 'Summer', 'Sommer', 'Été', 'Estate', 'Zomer', 'Sommar', 'Sommer', 'Kesä', '夏', 'الصيف'), option('winter', 'Winter', 'Winter', 'Hiver', 'Inverno', 'Winter', 'Vinter', 'Vinter', 'Talvi', '冬', 'الشتاء')] }),
  plain('material', 'choice', labels('Material', 'Material', 'Matière', 'Materiale', 'Materiaal', 'Material', 'Materiale', 'Materiaali', '素材', 'الخامة'), { options: [
    option('tarpaulin', 'Welded tarpaulin, PVC-free', 'Verschweißte Plane, PVC-frei', 'Bâche soudée, sans PVC', 'Telone saldato, senza PVC', 'Gelast zeildoek, pvc-vrij', 'Svetsad presenning, PVC-fri', 'Svejset presenning, PVC-fri', 'Hitsattu pressu, PVC-vapaa', '溶着ターポリン(PVC不使用)', 'قماش مشمع ملحوم خالٍ من PVC'),
    option('waxed-canvas', 'Waxed canvas', 'Gewachstes Segeltuch', 'Toile cirée', 'Tela cerata', 'Gewaxt canvas', 'Vaxad duk', 'Vokset lærred', 'Vahattu kangas', 'ワックスドキャンバス', 'قماش مشمّع'),
    option('aluminium', 'Aluminium', 'Aluminium', 'Aluminium', 'Alluminio', 'Aluminium', 'Aluminium', 'Aluminium', 'Alumiini', 'アルミニウム', 'ألومنيوم'), option('steel', 'Hardened steel', 'Gehärteter Stahl', 'Acier trempé', 'Acciaio temprato', 'Gehard staal', 'Härdat stål', 'Hærdet stål', 'Karkaistu teräs', '焼入れ鋼', 'فولاذ مقسّى'),
    option('cromoly', 'Chromoly steel', 'Chrommolybdänstahl', 'Acier chromoly', 'Acciaio al cromo-molibdeno', 'Chroommolybdeenstaal', 'Kromolystål', 'Kromolystål', 'Kromimolybdeeniteräs', 'クロモリ鋼', 'فولاذ كروم موليبدينوم'), option('merino', 'Merino wool', 'Merinowolle', 'Laine mérinos', 'Lana merino', 'Merinowol', 'Merinoull', 'Merinould', 'Merinovilla', 'メリノウール', 'صوف الميرينو'),
    option('recycled-nylon', 'Recycled nylon', 'Recyceltes Nylon', 'Nylon recyclé', 'Nylon riciclato', 'Gerecycleerd nylon', 'Återvunnen nylon', 'Genanvendt nylon', 'Kierrätysnailon', '再生ナイロン', 'نايلون معاد تدويره'), option('polycarbonate', 'Polycarbonate', 'Polycarbonat', 'Polycarbonate', 'Policarbonato', 'Polycarbonaat', 'Polykarbonat', 'Polycarbonat', 'Polykarbonaatti', 'ポリカーボネート', 'بولي كربونات'),
    option('brass', 'Brass', 'Messing', 'Laiton', 'Ottone', 'Messing', 'Mässing', 'Messing', 'Messinki', '真鍮', 'نحاس أصفر'), option('neoprene', 'Neoprene', 'Neopren', 'Néoprène', 'Neoprene', 'Neopreen', 'Neopren', 'Neopren', 'Neopreeni', 'ネオプレン', 'نيوبرين'),
    option('bamboo', 'Bamboo', 'Bambus', 'Bambou', 'Bambù', 'Bamboe', 'Bambu', 'Bambus', 'Bambu', '竹', 'خيزران'), option('natural-rubber', 'Natural rubber', 'Naturkautschuk', 'Caoutchouc naturel', 'Gomma naturale', 'Natuurrubber', 'Naturgummi', 'Naturgummi', 'Luonnonkumi', '天然ゴム', 'مطاط طبيعي')] }),
  plain('colour', 'choice', labels('Colour', 'Farbe', 'Couleur', 'Colore', 'Kleur', 'Färg', 'Farve', 'Väri', '色', 'اللون'), { options: [
    swatched('#2f5d4a', option('fir', 'Fir green', 'Tannengrün', 'Vert sapin', 'Verde abete', 'Dennengroen', 'Grangrön', 'Grangrøn', 'Kuusenvihreä', 'モミグリーン', 'أخضر صنوبري')), swatched('#4c5763', option('slate', 'Slate', 'Schiefer', 'Ardoise', 'Ardesia', 'Leisteen', 'Skiffer', 'Skifer', 'Liuske', 'スレート', 'رمادي أردوازي')),
    swatched('#b3812c', option('ochre', 'Ochre', 'Ocker', 'Ocre', 'Ocra', 'Oker', 'Ockra', 'Okker', 'Okra', 'オークル', 'أصفر ترابي')), swatched('#9c3238', option('madder', 'Madder red', 'Krapprot', 'Rouge garance', 'Rosso robbia', 'Meekraprood', 'Krappröd', 'Kraprød', 'Krapinpunainen', '茜色', 'أحمر فُوّي')),
    swatched('#26406e', option('ink', 'Ink blue', 'Tintenblau', 'Bleu encre', 'Blu inchiostro', 'Inktblauw', 'Bläckblå', 'Blækblå', 'Musteensininen', 'インクブルー', 'أزرق حبري')), swatched('#cfc8b8', option('chalk', 'Chalk', 'Kreide', 'Craie', 'Gesso', 'Krijt', 'Krita', 'Kridt', 'Liitu', 'チョーク', 'أبيض طباشيري'))] }),
  plain('size', 'choice', labels('Size', 'Größe', 'Taille', 'Taglia', 'Maat', 'Storlek', 'Størrelse', 'Koko', 'サイズ', 'المقاس'), { options: ['XS', 'S', 'M', 'L', 'XL', 'XXL'].map((s) => ({ code: s, labels: everywhere(s) })) }),
  plain('wheel-size', 'choice', labels('Wheel size', 'Laufradgröße', 'Taille de roue', 'Misura ruota', 'Wielmaat', 'Hjulstorlek', 'Hjulstørrelse', 'Vannekoko', 'ホイールサイズ', 'مقاس العجلة'), { options: ['20', '24', '26', '27.5', '28', '29'].map((s) => ({ code: s.replace('.', '-'), labels: everywhere(`${s}″`) })) }),
  plain('mounting', 'choices', labels('Mounts on', 'Befestigung an', 'Se fixe sur', 'Si monta su', 'Bevestiging aan', 'Fästs på', 'Monteres på', 'Kiinnitys', '取り付け位置', 'موضع التثبيت'), { options: [
    option('rack', 'Rack', 'Gepäckträger', 'Porte-bagages', 'Portapacchi', 'Bagagedrager', 'Pakethållare', 'Bagagebærer', 'Tarakka', 'キャリア', 'حامل الأمتعة'), option('handlebar', 'Handlebar', 'Lenker', 'Guidon', 'Manubrio', 'Stuur', 'Styre', 'Styr', 'Ohjaustanko', 'ハンドル', 'المقود'),
    option('seatpost', 'Seat post', 'Sattelstütze', 'Tige de selle', 'Reggisella', 'Zadelpen', 'Sadelstolpe', 'Sadelpind', 'Satulatolppa', 'シートポスト', 'عمود السرج'), option('frame', 'Frame', 'Rahmen', 'Cadre', 'Telaio', 'Frame', 'Ram', 'Stel', 'Runko', 'フレーム', 'الإطار الرئيسي'), option('fork', 'Fork', 'Gabel', 'Fourche', 'Forcella', 'Vork', 'Gaffel', 'Gaffel', 'Haarukka', 'フォーク', 'الشوكة')] }),
  plain('valves', 'choices', labels('Fits valves', 'Passt auf Ventile', 'Pour valves', 'Per valvole', 'Voor ventielen', 'Passar ventiler', 'Passer til ventiler', 'Venttiilit', '対応バルブ', 'الصمامات'), { options: [
    option('car', 'Car valve', 'Autoventil', 'Valve auto', 'Valvola auto', 'Autoventiel', 'Bilventil', 'Bilventil', 'Autonventtiili', '米式', 'صمام سيارة'), option('slim', 'Slim valve', 'Rennradventil', 'Valve fine', 'Valvola corsa', 'Smal ventiel', 'Racerventil', 'Racerventil', 'Kilpaventtiili', '仏式', 'صمام رفيع'), option('city', 'City valve', 'Blitzventil', 'Valve ville', 'Valvola città', 'Stadsventiel', 'Cykelventil', 'Cykelventil', 'Polkupyöräventtiili', '英式', 'صمام مدينة')] }),
  plain('weather', 'choice', labels('For weather', 'Für Wetter', 'Pour temps', 'Per il tempo', 'Voor weer', 'För väder', 'Til vejr', 'Säähän', '使用環境', 'للطقس'), { options: [
    option('dry', 'Dry', 'Trocken', 'Sec', 'Asciutto', 'Droog', 'Torrt', 'Tørt', 'Kuiva', 'ドライ', 'جاف'), option('wet', 'Wet', 'Nass', 'Humide', 'Bagnato', 'Nat', 'Vått', 'Vådt', 'Märkä', 'ウェット', 'رطب'), option('any', 'Any', 'Jedes', 'Tous', 'Qualsiasi', 'Elk', 'Alla', 'Alt', 'Kaikki', '全天候', 'أي طقس')] }),
  plain('level', 'choice', labels('Level', 'Niveau', 'Niveau', 'Livello', 'Niveau', 'Nivå', 'Niveau', 'Taso', 'レベル', 'المستوى'), { options: [
    option('first', 'First steps', 'Erste Schritte', 'Premiers pas', 'Primi passi', 'Eerste stappen', 'Första stegen', 'Første skridt', 'Ensiaskeleet', '入門', 'الخطوات الأولى'), option('handy', 'Handy already', 'Schon geübt', 'Déjà à l’aise', 'Già pratici', 'Al handig', 'Redan händig', 'Allerede øvet', 'Jo kätevä', '中級', 'لديه خبرة')] }),
]

const measures: Attribute[] = [
  measure('volume', 'volume', 'L', 'Volume', 'Volumen', 'Volume', 'Volume', 'Volume', 'Volym', 'Volumen', 'Tilavuus', '容量', 'السعة'),
  measure('weight', 'mass', 'g', 'Weight', 'Gewicht', 'Poids', 'Peso', 'Gewicht', 'Vikt', 'Vægt', 'Paino', '重量', 'الوزن'),
  measure('load-limit', 'mass', 'kg', 'Load limit', 'Zuladung', 'Charge maximale', 'Carico massimo', 'Maximale belasting', 'Maxlast', 'Maks. last', 'Suurin kuorma', '最大積載量', 'الحمولة القصوى'),
  measure('rail-diameter', 'length', 'mm', 'Rail diameter up to', 'Rohrdurchmesser bis', 'Diamètre de tube jusqu’à', 'Diametro del tubo fino a', 'Buisdiameter tot', 'Rördiameter upp till', 'Rørdiameter op til', 'Putken halkaisija enintään', '対応パイプ径', 'قطر الأنبوب حتى'),
  measure('output', 'light', 'lm', 'Light output', 'Lichtstrom', 'Flux lumineux', 'Flusso luminoso', 'Lichtopbrengst', 'Ljusflöde', 'Lysstrøm', 'Valovirta', '明るさ', 'شدة الإضاءة'),
  measure('burn-time', 'time', 'h', 'Burn time', 'Leuchtdauer', 'Autonomie', 'Autonomia', 'Brandduur', 'Lystid', 'Brændetid', 'Paloaika', '点灯時間', 'مدة الإضاءة'),
  measure('length', 'length', 'cm', 'Length', 'Länge', 'Longueur', 'Lunghezza', 'Lengte', 'Längd', 'Længde', 'Pituus', '長さ', 'الطول'),
  measure('width', 'length', 'mm', 'Width', 'Breite', 'Largeur', 'Larghezza', 'Breedte', 'Bredd', 'Bredde', 'Leveys', '幅', 'العرض'),
  measure('tyre-width', 'length', 'mm', 'Tyre width', 'Reifenbreite', 'Largeur du pneu', 'Larghezza copertone', 'Bandbreedte', 'Däckbredd', 'Dækbredde', 'Renkaan leveys', 'タイヤ幅', 'عرض الإطار'),
  measure('max-pressure', 'pressure', 'bar', 'Pressure up to', 'Druck bis', 'Pression jusqu’à', 'Pressione fino a', 'Druk tot', 'Tryck upp till', 'Tryk op til', 'Paine enintään', '最大空気圧', 'الضغط حتى'),
  measure('child-weight', 'mass', 'kg', 'Child up to', 'Kind bis', 'Enfant jusqu’à', 'Bambino fino a', 'Kind tot', 'Barn upp till', 'Barn op til', 'Lapsi enintään', '対応体重', 'وزن الطفل حتى'),
  measure('content', 'volume', 'mL', 'Content', 'Inhalt', 'Contenance', 'Contenuto', 'Inhoud', 'Innehåll', 'Indhold', 'Sisältö', '内容量', 'المحتوى'),
  measure('duration', 'time', 'h', 'Duration', 'Dauer', 'Durée', 'Durata', 'Duur', 'Längd', 'Varighed', 'Kesto', '所要時間', 'المدة'),
  measure('package-weight', 'mass', 'kg', 'Package weight', 'Paketgewicht', 'Poids du colis', 'Peso del pacco', 'Pakketgewicht', 'Paketvikt', 'Pakkevægt', 'Paketin paino', '梱包重量', 'وزن الطرد'),
  measure('package-length', 'length', 'cm', 'Package length', 'Paketlänge', 'Longueur du colis', 'Lunghezza del pacco', 'Pakketlengte', 'Paketlängd', 'Pakkelængde', 'Paketin pituus', '梱包サイズ', 'طول الطرد'),
]

const others: Attribute[] = [
  plain('model', 'text', labels('Model', 'Modell', 'Modèle', 'Modello', 'Model', 'Modell', 'Model', 'Malli', 'モデル', 'الطراز')),
  plain('battery-included', 'yes-no', labels('Battery included', 'Akku enthalten', 'Batterie comprise', 'Batteria inclusa', 'Batterij inbegrepen', 'Batteri ingår', 'Batteri medfølger', 'Akku mukana', '電池付属', 'البطارية مرفقة')),
  plain('reflective', 'yes-no', labels('Reflective', 'Reflektierend', 'Réfléchissant', 'Riflettente', 'Reflecterend', 'Reflekterande', 'Reflekterende', 'Heijastava', '反射材', 'عاكس للضوء')),
  plain('puncture-layer', 'yes-no', labels('Puncture layer', 'Pannenschutz', 'Couche anti-crevaison', 'Strato antiforatura', 'Antileklaag', 'Punkteringsskydd', 'Punkteringslag', 'Pistosuoja', '耐パンク層', 'طبقة مقاومة للثقب')),
  plain('security-level', 'number', labels('Security level', 'Sicherheitsstufe', 'Niveau de sécurité', 'Livello di sicurezza', 'Veiligheidsniveau', 'Säkerhetsnivå', 'Sikkerhedsniveau', 'Turvataso', '防犯レベル', 'مستوى الأمان'), { ...help('Our own scale from 1 to 10.'), allowed: { least: 1, most: 10, pattern: null } }),
  plain('tools', 'number', labels('Tools', 'Werkzeuge', 'Outils', 'Attrezzi', 'Gereedschappen', 'Verktyg', 'Værktøjer', 'Työkaluja', 'ツール数', 'عدد الأدوات')),
  plain('places', 'number', labels('Places', 'Plätze', 'Places', 'Posti', 'Plaatsen', 'Platser', 'Pladser', 'Paikkoja', '定員', 'عدد المقاعد')),
  plain('pages', 'number', labels('Pages', 'Seiten', 'Pages', 'Pagine', 'Pagina’s', 'Sidor', 'Sider', 'Sivuja', 'ページ数', 'عدد الصفحات')),
  plain('warranty-years', 'number', labels('Warranty, years', 'Garantie, Jahre', 'Garantie, ans', 'Garanzia, anni', 'Garantie, jaren', 'Garanti, år', 'Garanti, år', 'Takuu, vuotta', '保証(年)', 'الضمان، بالسنوات')),
  plain('launched', 'date', labels('Launched', 'Neu seit', 'Lancement', 'Lancio', 'Nieuw sinds', 'Lanserad', 'Lanceret', 'Julkaistu', '発売日', 'تاريخ الإطلاق')),
  plain('pictures', 'media', labels('Pictures', 'Bilder', 'Images', 'Immagini', 'Afbeeldingen', 'Bilder', 'Billeder', 'Kuvat', '画像', 'الصور')),
  plain('guide-files', 'file', labels('Guides', 'Anleitungen', 'Guides', 'Guide', 'Handleidingen', 'Guider', 'Guider', 'Oppaat', 'ガイド', 'الأدلة')),
  plain('asked-often', 'questions', labels('Asked often', 'Oft gefragt', 'Souvent demandé', 'Domande frequenti', 'Vaak gevraagd', 'Vanliga frågor', 'Ofte spurgt', 'Usein kysyttyä', 'よくある質問', 'يُسأل كثيراً')),
  plain('film', 'link', labels('Film', 'Film', 'Film', 'Filmato', 'Film', 'Film', 'Film', 'Video', '動画', 'مقطع مصوّر')),
]

export const attributes: Attribute[] = [...copy, ...choices, ...measures, ...others]
