import type { CopyLanguage } from './line'

/** The languages of the columns below. German for Switzerland follows from German. */
const languages = ['de-DE', 'fr-CH', 'it-CH', 'nl-BE', 'sv-SE', 'da-DK', 'fi-FI', 'ja-JP', 'ar-AE'] as const

/**
 * What tells the models of a line apart, by its English word. In French, Italian and Arabic an adjective goes with the
 * word for “version” or “model”, so that it fits whatever the product is called.
 */
const table = `
front|vorn|avant|anteriore|voor|fram|for|etu|フロント|طراز أمامي
rear|hinten|arrière|posteriore|achter|bak|bag|taka|リア|طراز خلفي
rear, high|hinten, hoch|arrière, version haute|posteriore, versione alta|achter, hoog|bak, hög|bag, høj|taka, korkea|リア・ハイ|طراز خلفي مرتفع
expedition|Expedition|expédition|spedizione|expeditie|expedition|ekspedition|retki|エクスペディション|طراز الرحلات
80 long|80 lang|80 version longue|80 versione lunga|80 lang|80 lång|80 lang|80 pitkä|80 ロング|80 طراز طويل
disc|Scheibe|disque|disco|schijf|skiva|skive|levy|ディスク|طراز القرص
heavy|schwer|version renforcée|versione rinforzata|zwaar|kraftig|kraftig|raskas|ヘビー|طراز ثقيل
small|klein|petit modèle|modello piccolo|klein|liten|lille|pieni|スモール|طراز صغير
wide|breit|version large|versione larga|breed|bred|bred|leveä|ワイド|طراز عريض
low|niedrig|version basse|versione bassa|laag|låg|lav|matala|ロー|طراز منخفض
crate|Kiste|caisse|cassa|krat|back|kasse|laatikko|クレート|طراز الصندوق
short|kurz|version courte|versione corta|kort|kort|kort|lyhyt|ショート|طراز قصير
long|lang|version longue|versione lunga|lang|lång|lang|pitkä|ロング|طراز طويل
with sides|mit Seiten|avec côtés|con sponde|met zijkanten|med sidor|med sider|laidoilla|サイド付き|طراز بجوانب
city|Stadt|ville|città|stad|stad|by|kaupunki|シティ|طراز المدينة
tour|Tour|randonnée|viaggio|tocht|tur|tur|matka|ツアー|طراز الجولات
air|Luft|air|aria|lucht|luft|luft|ilma|エア|طراز التهوية
junior|Junior|junior|junior|junior|junior|junior|juniori|ジュニア|طراز الناشئين
one|Eins|un|uno|één|ett|et|yksi|ワン|طراز 1
two|Zwei|deux|due|twee|två|to|kaksi|ツー|طراز 2
visor|Visier|visière|visiera|vizier|visir|visir|visiiri|バイザー|طراز بواقٍ
winter|Winter|hiver|inverno|winter|vinter|vinter|talvi|ウィンター|طراز الشتاء
light|leicht|version légère|versione leggera|licht|lätt|let|kevyt|ライト|طراز خفيف
warm|warm|version chaude|versione calda|warm|varm|varm|lämmin|ウォーム|طراز دافئ
deep winter|Tiefwinter|grand hiver|pieno inverno|diepe winter|djup vinter|dyb vinter|sydäntalvi|真冬用|طراز الشتاء القارس
lobster|Hummer|homard|astice|kreeft|hummer|hummer|hummeri|ロブスター|طراز ثلاثي الأصابع
gel|Gel|gel|gel|gel|gel|gel|geeli|ジェル|طراز الجل
commute|Pendler|trajet quotidien|pendolare|woon-werk|pendling|pendler|työmatka|コミュート|طراز التنقل اليومي
storm|Sturm|tempête|tempesta|storm|storm|storm|myrsky|ストーム|طراز العاصفة
wool|Wolle|laine|lana|wol|ull|uld|villa|ウール|طراز الصوف
narrow|schmal|version étroite|versione stretta|smal|smal|smal|kapea|ナロー|طراز ضيق
rear only|nur hinten|arrière seul|solo posteriore|alleen achter|endast bak|kun bag|vain taka|リアのみ|للعجلة الخلفية فقط
front only|nur vorn|avant seul|solo anteriore|alleen voor|endast fram|kun for|vain etu|フロントのみ|للعجلة الأمامية فقط
small wheel|Kleinrad|petite roue|ruota piccola|klein wiel|litet hjul|lille hjul|pieni pyörä|小径車用|للعجلات الصغيرة
slim|schlank|version fine|versione sottile|slank|slank|slank|hoikka|スリム|طراز رفيع
broad|breit|version large|versione ampia|breed|bred|bred|leveä|ブロード|طراز عريض
dark|dunkel|version sombre|versione scura|donker|mörk|mørk|tumma|ダーク|طراز داكن
porteur|Porteur|porteur|porteur|porteur|porteur|porteur|porteur|ポルトゥール|طراز بورتور
rear flap|Spritzlappen hinten|bavette arrière|paraspruzzi posteriore|spatlap achter|stänklapp bak|stænklap bag|takalätkä|リアフラップ|بواقٍ خلفي
child’s|für Kinder|pour enfant|per bambini|voor kinderen|för barn|til børn|lasten|子供用|للأطفال
child|Kind|enfant|bambino|kind|barn|barn|lapsi|キッズ|للأطفال
tall|hoch|version haute|versione alta|hoog|hög|høj|korkea|トール|طراز طويل
steady|stabil|version stable|versione stabile|stevig|stadig|stabil|vakaa|ステディ|طراز ثابت
duo|Duo|duo|duo|duo|duo|duo|duo|デュオ|طراز مزدوج
bench|Bank|banquette|panchetta|bank|bänk|bænk|penkki|ベンチ|طراز المقعد الطويل
middle|mittel|modèle moyen|modello medio|midden|mellan|mellem|keski|ミドル|طراز متوسط
large|groß|grand modèle|modello grande|groot|stor|stor|suuri|ラージ|طراز كبير
twin|Doppel|double|doppio|dubbel|dubbel|dobbelt|kaksois|ツイン|طراز ثنائي
temple|Tempel|temple|tempio|tempel|tempel|tempel|temppeli|テンプル|طراز المعبد
dot|Punkt|point|punto|stip|punkt|prik|piste|ドット|طراز النقطة
dome|Kuppel|dôme|cupola|koepel|kupol|kuppel|kupoli|ドーム|طراز القبة
ding|Ding|ding|din|ding|pling|pling|kili|ディン|دينغ
dong|Dong|dong|don|dong|plong|plong|kolo|ドン|دونغ
ladybird|Marienkäfer|coccinelle|coccinella|lieveheersbeestje|nyckelpiga|mariehøne|leppäkerttu|てんとう虫|الدعسوقة
ship’s|Schiff|navire|nave|scheepsbel|skepp|skib|laiva|シップ|طراز السفينة
vesper|Vesper|vêpres|vespri|vesper|vesper|vesper|vesper|ヴェスパー|فيسبر
matins|Matutin|matines|mattutino|metten|matutin|matutin|matutina|マチンズ|ماتينز
compline|Komplet|complies|compieta|completen|completorium|completorium|kompletorio|コンプリン|كومبلين
prime|Prim|prime|prima|priem|prim|prim|priimi|プライム|برايم
terce|Terz|tierce|terza|terts|ters|ters|tertsi|ターシ|تيرس
none|Non|none|nona|noon|non|non|nona|ノーン|نون
plain|schlicht|version simple|versione semplice|effen|enkel|enkel|sileä|プレーン|طراز بسيط
side left|Seite links|côté gauche|lato sinistro|zijkant links|sida vänster|side venstre|sivu vasen|サイド左|جانبي أيسر
side right|Seite rechts|côté droit|lato destro|zijkant rechts|sida höger|side højre|sivu oikea|サイド右|جانبي أيمن
litre|Liter|litre|litro|liter|liter|liter|litra|リットル|طراز اللتر
flask|Flasche|flasque|fiaschetta|flacon|flaska|flaske|pullo|フラスク|طراز القارورة
half|halb|demi|mezzo|half|halv|halv|puolikas|ハーフ|طراز النصف
whole|ganz|version complète|versione completa|heel|hel|hel|kokonainen|ホール|طراز كامل
magnum|Magnum|magnum|magnum|magnum|magnum|magnum|magnum|マグナム|ماغنوم
milk|Milch|lait|latte|melk|mjölk|mælk|maito|ミルク|طراز الحليب
cider|Apfelwein|cidre|sidro|cider|cider|cider|siideri|シードル|طراز العصير
tea|Tee|thé|tè|thee|te|te|tee|ティー|طراز الشاي
swift|flink|version rapide|versione veloce|snel|snabb|hurtig|nopea|スウィフト|طراز سريع
guard|Schutz|protection|protezione|bescherming|skydd|beskyttelse|suoja|ガード|طراز الحماية
cargo|Last|cargo|carico|vracht|last|last|kuorma|カーゴ|طراز الحمولة
fine|fein|version fine|versione fine|fijn|fin|fin|hieno|ファイン|طراز ناعم
file|Feile|lime|lima|vijl|fil|fil|viila|ファイル|طراز المبرد
knob|Stollen|crampons|tacchetti|noppen|dubb|knop|nappula|ノブ|طراز النتوءات
white wall|Weißwand|flanc blanc|fianco bianco|witte wang|vit sida|hvid side|valkosivu|ホワイトウォール|بجانب أبيض
brown|braun|version brune|versione marrone|bruin|brun|brun|ruskea|ブラウン|طراز بني
cream|creme|crème|crema|crème|gräddvit|creme|kerma|クリーム|طراز كريمي
ribbed|gerippt|version nervurée|versione a coste|geribbeld|räfflad|riflet|uritettu|リブ|طراز مضلّع
six|Sechs|six|sei|zes|sex|seks|kuusi|シックス|طراز 6
eight|Acht|huit|otto|acht|åtta|otte|kahdeksan|エイト|طراز 8
ten|Zehn|dix|dieci|tien|tio|ti|kymmenen|テン|طراز 10
eleven|Elf|onze|undici|elf|elva|elleve|yksitoista|イレブン|طراز 11
workshop|Werkstatt|atelier|officina|werkplaats|verkstad|værksted|paja|ワークショップ|طراز الورشة
gauge|Manometer|manomètre|manometro|drukmeter|manometer|manometer|painemittari|ゲージ|بمقياس ضغط
wheel|Laufrad|roue|ruota|wiel|hjul|hjul|pyörä|ホイール|طراز العجلة
brake|Bremse|frein|freno|rem|broms|bremse|jarru|ブレーキ|طراز المكابح
first|Erster|premier modèle|primo modello|eerste|första|første|ensi|ファースト|الطراز الأول
second|Zweiter|deuxième modèle|secondo modello|tweede|andra|anden|toka|セカンド|الطراز الثاني
dry|trocken|temps sec|tempo asciutto|droog|torr|tør|kuiva|ドライ|للجو الجاف
wet|nass|temps humide|tempo umido|nat|våt|våd|märkä|ウェット|للجو الرطب
all weather|Allwetter|tous temps|ogni tempo|alle weer|alla väder|al slags vejr|joka sää|オールウェザー|لكل الأجواء
pocket|Tasche|poche|tascabile|zakformaat|fick|lomme|tasku|ポケット|طراز الجيب
spray|Spray|spray|spray|spray|sprej|spray|suihke|スプレー|بخاخ
bath|Bad|bain|bagno|bad|bad|bad|kylpy|バス|طراز الحوض
refill|Nachfüllung|recharge|ricarica|navulling|refill|refill|täyttö|詰め替え|عبوة إعادة التعبئة
foam|Schaum|mousse|schiuma|schuim|skum|skum|vaahto|フォーム|رغوة
frame|Rahmen|cadre|telaio|frame|ram|stel|runko|フレーム|للهيكل
high|hoch|version haute|versione alta|hoog|hög|høj|korkea|ハイ|طراز مرتفع
bright|hell|version claire|versione chiara|helder|ljus|lys|kirkas|ブライト|طراز ساطع
gaiter|Gamasche|guêtre|ghetta|beenkap|damask|gamache|säärystin|ゲイター|طراز الواقي
toe|Zehen|pointe|punta|teen|tå|tå|varvas|トゥ|طراز مقدمة القدم
lined|gefüttert|version doublée|versione foderata|gevoerd|fodrad|foret|vuorattu|裏地付き|طراز مبطّن
mist|Nebel|brume|nebbia|mist|dimma|tåge|usva|ミスト|طراز الضباب
shower|Schauer|averse|acquazzone|bui|skur|byge|kuuro|シャワー|طراز الزخة
pour|Guss|déluge|diluvio|plensbui|ösregn|øsregn|kaato|どしゃ降り|طراز المطر الغزير
cuffed|mit Stulpe|à manchette|con polsino|met manchet|med mudd|med manchet|resorilla|カフ付き|طراز بمعصم
round|rund|version ronde|versione tonda|rond|rund|rund|pyöreä|ラウンド|طراز دائري
brimmed|mit Krempe|à bord|con tesa|met rand|med brätte|med skygge|lierillä|つば付き|طراز بحافة
knee|Knie|genou|ginocchio|knie|knä|knæ|polvi|ニー|طراز الركبة
thin|dünn|version fine|versione sottile|dun|tunn|tynd|ohut|シン|طراز رقيق
grip|Halt|adhérence|presa|grip|grepp|greb|pito|グリップ|طراز التماسك
snow|Schnee|neige|neve|sneeuw|snö|sne|lumi|スノー|طراز الثلج
schoolway|Schulweg|chemin de l’école|tragitto casa-scuola|schoolweg|skolväg|skolevej|koulutie|スクールウェイ|طراز طريق المدرسة
star|Stern|étoile|stella|ster|stjärna|stjerne|tähti|スター|طراز النجمة
`

const byWord = new Map(
  table
    .trim()
    .split('\n')
    .map((line) => {
      const [word, ...others] = line.split('|')
      return [word!, Object.fromEntries(languages.map((language, i) => [language, others[i]!]))] as const
    }),
)

/** A model's designation in a language; undefined where it is a name or a number, which reads the same in all. */
export const designationIn = (word: string, language: CopyLanguage): string | undefined => byWord.get(word)?.[language]

/** The English words that have designations in other languages. */
export const designations: readonly string[] = [...byWord.keys()]
