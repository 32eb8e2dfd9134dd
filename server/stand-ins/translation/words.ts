/** The languages of the bank's columns after English. */
export const columns = ['de', 'fr', 'it', 'nl', 'sv', 'da', 'fi', 'ja', 'ar'] as const

/**
 * Words and phrases of the demo's trade: English, then one to each column, `|` between. The longest phrase that fits is
 * taken, so that phrases stand in for grammar.
 */
export const words = `
in the box|im Lieferumfang|dans la boîte|nella confezione|in de doos|i lådan|i æsken|pakkauksessa|付属品|في العلبة
it is|er ist|il est|è|het is|den är|den er|se on|これは|إنه
it holds|sie fasst|elle contient|contiene|ze houdt|den rymmer|den rummer|siihen mahtuu|容量は|يتسع لـ
holds|fasst|contient|contiene|biedt plaats aan|rymmer|rummer|tilaa|容量|يتسع لـ
carries|trägt|porte|porta|draagt|bär|bærer|kantaa|積載|يحمل
weighs|wiegt|pèse|pesa|weegt|väger|vejer|painaa|重さ|يزن
at most|höchstens|au maximum|al massimo|hoogstens|högst|højst|enintään|最大|كحد أقصى
up to|bis zu|jusqu’à|fino a|tot|upp till|op til|jopa|最大|حتى
for|für|pour|per|voor|för|til|varten|のための|لـ
with|mit|avec|con|met|med|med|kanssa|付き|مع
without|ohne|sans|senza|zonder|utan|uden|ilman|なし|بدون
and|und|et|e|en|och|og|ja|と|و
or|oder|ou|o|of|eller|eller|tai|または|أو
on|auf|sur|su|op|på|på|päällä|の上|على
in|in|dans|in|in|i|i|sisällä|の中|في
from|von|de|da|van|från|fra|alkaen|から|من
of|von|de|di|van|av|af|-n|の|من
to|zu|à|a|naar|till|til|-lle|へ|إلى
the|der|le|il|de|den|den||その|ال
a|ein|un|un|een|en|en|||
an|ein|un|un|een|en|en|||
all|alle|tous|tutti|alle|alla|alle|kaikki|すべての|كل
every|jeder|chaque|ogni|elke|varje|hver|jokainen|毎|كل
your|Ihr|votre|il tuo|je|din|din|sinun|あなたの|
you|Sie|vous|tu|je|du|du|sinä|あなた|أنت
is|ist|est|è|is|är|er|on|です|
are|sind|sont|sono|zijn|är|er|ovat|です|
not|nicht|ne pas|non|niet|inte|ikke|ei|ない|ليس
no|kein|pas de|nessun|geen|ingen|ingen|ei|なし|لا
one|ein|un|uno|één|en|en|yksi|一つ|واحد
two|zwei|deux|due|twee|två|to|kaksi|二つ|اثنان
three|drei|trois|tre|drie|tre|tre|kolme|三つ|ثلاثة
pannier|Gepäckträgertasche|sacoche|borsa da portapacchi|fietstas|packväska|cykeltaske|tarakkalaukku|パニアバッグ|حقيبة جانبية
panniers|Gepäckträgertaschen|sacoches|borse da portapacchi|fietstassen|packväskor|cykeltasker|tarakkalaukut|パニアバッグ|حقائب جانبية
bag|Tasche|sac|borsa|tas|väska|taske|laukku|バッグ|حقيبة
roll pannier|Rolltasche|sacoche étanche|borsa impermeabile|roltas|rullväska|rulletaske|rullalaukku|ロールトップバッグ|حقيبة ملفوفة
handlebar bag|Lenkertasche|sacoche de guidon|borsa da manubrio|stuurtas|styrväska|styrtaske|ohjaustankolaukku|フロントバッグ|حقيبة مقود
front light|Frontlicht|feu avant|luce anteriore|voorlicht|framlampa|forlygte|etuvalo|フロントライト|ضوء أمامي
rear light|Rücklicht|feu arrière|luce posteriore|achterlicht|baklampa|baglygte|takavalo|テールライト|ضوء خلفي
light|Licht|feu|luce|licht|lampa|lygte|valo|ライト|ضوء
lock|Schloss|antivol|lucchetto|slot|lås|lås|lukko|鍵|قفل
key|Schlüssel|clé|chiave|sleutel|nyckel|nøgle|avain|鍵|مفتاح
rack|Gepäckträger|porte-bagages|portapacchi|bagagedrager|pakethållare|bagagebærer|tarakka|キャリア|حامل أمتعة
mudguards|Schutzbleche|garde-boue|parafanghi|spatborden|stänkskärmar|skærme|lokasuojat|泥よけ|واقيات طين
child seat|Kindersitz|siège enfant|seggiolino|kinderzitje|barnsits|barnestol|lastenistuin|チャイルドシート|مقعد طفل
bell|Klingel|sonnette|campanello|bel|ringklocka|ringeklokke|soittokello|ベル|جرس
bottle cage|Flaschenhalter|porte-bidon|portaborraccia|bidonhouder|flaskställ|flaskeholder|pulloteline|ボトルケージ|حامل قارورة
tyre|Reifen|pneu|copertone|band|däck|dæk|rengas|タイヤ|إطار
pump|Pumpe|pompe|pompa|pomp|pump|pumpe|pumppu|空気入れ|مضخة
helmet|Helm|casque|casco|helm|hjälm|hjelm|kypärä|ヘルメット|خوذة
gloves|Handschuhe|gants|guanti|handschoenen|handskar|handsker|käsineet|グローブ|قفازات
overshoes|Überschuhe|couvre-chaussures|copriscarpe|overschoenen|skoöverdrag|overtrækssko|kenkäsuojat|シューズカバー|أغطية أحذية
rain jacket|Regenjacke|veste de pluie|giacca antipioggia|regenjas|regnjacka|regnjakke|sadetakki|レインジャケット|سترة مطر
chain|Kette|chaîne|catena|ketting|kedja|kæde|ketju|チェーン|سلسلة
oil|Öl|huile|olio|olie|olja|olie|öljy|オイル|زيت
battery|Akku|batterie|batteria|batterij|batteri|batteri|akku|バッテリー|بطارية
batteries|Batterien|piles|batterie|batterijen|batterier|batterier|akut|電池|بطاريات
mounting|Montage|montage|montaggio|montage|montering|montering|asennus|取り付け|تركيب
care|Pflege|entretien|cura|onderhoud|skötsel|pleje|hoito|お手入れ|عناية
size|Größe|taille|taglia|maat|storlek|størrelse|koko|サイズ|مقاس
sizes|Größen|tailles|taglie|maten|storlekar|størrelser|koot|サイズ|مقاسات
weight|Gewicht|poids|peso|gewicht|vikt|vægt|paino|重さ|وزن
colour|Farbe|couleur|colore|kleur|färg|farve|väri|色|لون
strap|Gurt|sangle|cinghia|riem|rem|rem|hihna|ストラップ|حزام
hook|Haken|crochet|gancio|haak|krok|krog|koukku|フック|خطاف
hooks|Haken|crochets|ganci|haken|krokar|kroge|koukut|フック|خطاطيف
rail|Strebe|tube|tubo|buis|rör|rør|putki|パイプ|قضيب
rails|Streben|tubes|tubi|buizen|rör|rør|putket|パイプ|قضبان
seam|Naht|couture|cucitura|naad|söm|søm|sauma|縫い目|درزة
seams|Nähte|coutures|cuciture|naden|sömmar|sømme|saumat|縫い目|درزات
welded|verschweißt|soudé|saldato|gelast|svetsad|svejset|hitsattu|溶着|ملحوم
roll closure|Rollverschluss|fermeture enroulée|chiusura a rotolo|rolsluiting|rullstängning|rullelukning|rullasuljin|ロールクロージャー|إغلاق ملفوف
waterproof|wasserdicht|étanche|impermeabile|waterdicht|vattentät|vandtæt|vedenpitävä|防水|مقاوم للماء
dry|trocken|sec|asciutto|droog|torr|tør|kuiva|乾いた|جاف
keeps|hält|garde|tiene|houdt|håller|holder|pitää|保ちます|يبقي
keep|halten|garder|tenere|houden|hålla|holde|pidä|保つ|أبقِ
rain|Regen|pluie|pioggia|regen|regn|regn|sade|雨|مطر
winter|Winter|hiver|inverno|winter|vinter|vinter|talvi|冬|شتاء
summer|Sommer|été|estate|zomer|sommar|sommer|kesä|夏|صيف
day|Tag|jour|giorno|dag|dag|dag|päivä|日|يوم
days|Tage|jours|giorni|dagen|dagar|dage|päivää|日|أيام
hours|Stunden|heures|ore|uur|timmar|timer|tuntia|時間|ساعات
years|Jahre|ans|anni|jaar|år|år|vuotta|年|سنوات
warranty|Garantie|garantie|garanzia|garantie|garanti|garanti|takuu|保証|ضمان
bicycle|Fahrrad|vélo|bicicletta|fiets|cykel|cykel|polkupyörä|自転車|دراجة
bike|Fahrrad|vélo|bici|fiets|cykel|cykel|pyörä|自転車|دراجة
wheel|Rad|roue|ruota|wiel|hjul|hjul|pyörä|ホイール|عجلة
frame|Rahmen|cadre|telaio|frame|ram|ramme|runko|フレーム|إطار الدراجة
handlebar|Lenker|guidon|manubrio|stuur|styre|styr|ohjaustanko|ハンドル|مقود
laptop|Laptop|ordinateur|computer portatile|laptop|dator|bærbar|kannettava|ノートパソコン|حاسوب محمول
lid|Deckel|rabat|coperchio|deksel|lock|låg|kansi|フタ|غطاء
pocket|Fach|poche|tasca|vak|ficka|lomme|tasku|ポケット|جيب
commute|Arbeitsweg|trajet|tragitto|woon-werkrit|pendling|pendling|työmatka|通勤|تنقل
office|Büro|bureau|ufficio|kantoor|kontor|kontor|toimisto|オフィス|مكتب
open|offen|ouvert|aperto|open|öppen|åben|avoin|開いた|مفتوح
slim|schlank|mince|sottile|slank|smal|smal|kapea|薄い|نحيف
small|klein|petit|piccolo|klein|liten|lille|pieni|小さな|صغير
large|groß|grand|grande|groot|stor|stor|suuri|大きな|كبير
strong|stark|solide|robusto|sterk|stark|stærk|vahva|丈夫な|قوي
reflective|reflektierend|réfléchissant|riflettente|reflecterend|reflekterande|reflekterende|heijastava|反射|عاكس
by itself|von selbst|tout seul|da solo|vanzelf|av sig själv|af sig selv|itsestään|ひとりでに|من تلقاء نفسه
fits|passt|convient|si adatta|past|passar|passer|sopii|対応|يناسب
wash|waschen|laver|lavare|wassen|tvätta|vaske|pese|洗う|اغسل
water|Wasser|eau|acqua|water|vatten|vand|vesi|水|ماء
soap|Seife|savon|sapone|zeep|tvål|sæbe|saippua|石けん|صابون
steel|Stahl|acier|acciaio|staal|stål|stål|teräs|鋼|فولاذ
wool|Wolle|laine|lana|wol|ull|uld|villa|ウール|صوف
leather|Leder|cuir|pelle|leer|läder|læder|nahka|革|جلد
tool|Werkzeug|outil|attrezzo|gereedschap|verktyg|værktøj|työkalu|工具|أداة
course|Kurs|cours|corso|cursus|kurs|kursus|kurssi|講座|دورة
guide|Anleitung|guide|guida|handleiding|guide|guide|opas|ガイド|دليل
new|neu|nouveau|nuovo|nieuw|ny|ny|uusi|新しい|جديد
safe|sicher|sûr|sicuro|veilig|säker|sikker|turvallinen|安全な|آمن
left|linke|gauche|sinistra|linker|vänster|venstre|vasen|左|يسار
right|rechte|droite|destra|rechter|höger|højre|oikea|右|يمين
on all sides|ringsum|de tous les côtés|su tutti i lati|rondom|runtom|hele vejen rundt|joka puolelta|全面|من كل الجهات
which|welche|quel|quale|welke|vilken|hvilken|mikä|どの|أي
how|wie|comment|come|hoe|hur|hvordan|miten|どう|كيف
`
