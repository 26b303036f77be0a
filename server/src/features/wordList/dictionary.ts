/** English, Portuguese, Spanish, German, Ukrainian, Arabic. */
const LANGUAGES = ['en', 'pt', 'es', 'de', 'uk', 'ar'] as const

const WORDS = `
rain|chuva|lluvia|Regen|дощ|مطر
water|água|agua|Wasser|вода|ماء
sun|sol|sol|Sonne|сонце|شمس
wind|vento|viento|Wind|вітер|ريح
snow|neve|nieve|Schnee|сніг|ثلج
cloud|nuvem|nube|Wolke|хмара|سحابة
sky|céu|cielo|Himmel|небо|سماء
sea|mar|mar|Meer|море|بحر
river|rio|río|Fluss|річка|نهر
hill|colina|colina|Hügel|пагорб|تل
mountain|montanha|montaña|Berg|гора|جبل
stone|pedra|piedra|Stein|камінь|حجر
earth|terra|tierra|Erde|земля|أرض
garden|jardim|jardín|Garten|сад|حديقة
seed|semente|semilla|Samen|насіння|بذرة
plant|planta|planta|Pflanze|рослина|نبات
flower|flor|flor|Blume|квітка|زهرة
leaf|folha|hoja|Blatt|листок|ورقة
root|raiz|raíz|Wurzel|корінь|جذر
stem|caule|tallo|Stängel|стебло|ساق
fruit|fruto|fruta|Frucht|фрукт|فاكهة
tree|árvore|árbol|Baum|дерево|شجرة
grass|erva|hierba|Gras|трава|عشب
soil|solo|suelo|Boden|ґрунт|تربة
compost|composto|compost|Kompost|компост|سماد
bean|feijão|frijol|Bohne|квасоля|فاصوليا
apple|maçã|manzana|Apfel|яблуко|تفاحة
bread|pão|pan|Brot|хліб|خبز
bee|abelha|abeja|Biene|бджола|نحلة
bird|pássaro|pájaro|Vogel|птах|طائر
worm|minhoca|gusano|Wurm|черв'як|دودة
snail|caracol|caracol|Schnecke|равлик|حلزون
butterfly|borboleta|mariposa|Schmetterling|метелик|فراشة
fish|peixe|pez|Fisch|риба|سمكة
dog|cão|perro|Hund|собака|كلب
cat|gato|gato|Katze|кіт|قطة
animal|animal|animal|Tier|тварина|حيوان
house|casa|casa|Haus|будинок|بيت
school|escola|escuela|Schule|школа|مدرسة
class|turma|clase|Klasse|клас|صف
teacher|professora|maestra|Lehrerin|вчителька|معلمة
book|livro|libro|Buch|книга|كتاب
page|página|página|Seite|сторінка|صفحة
word|palavra|palabra|Wort|слово|كلمة
sentence|frase|frase|Satz|речення|جملة
question|pergunta|pregunta|Frage|питання|سؤال
answer|resposta|respuesta|Antwort|відповідь|جواب
picture|imagem|imagen|Bild|малюнок|صورة
table|tabela|tabla|Tabelle|таблиця|جدول
number|número|número|Zahl|число|رقم
day|dia|día|Tag|день|يوم
week|semana|semana|Woche|тиждень|أسبوع
month|mês|mes|Monat|місяць|شهر
year|ano|año|Jahr|рік|سنة
morning|manhã|mañana|Morgen|ранок|صباح
evening|noite|noche|Abend|вечір|مساء
light|luz|luz|Licht|світло|ضوء
shadow|sombra|sombra|Schatten|тінь|ظل
warm|quente|cálido|warm|теплий|دافئ
cold|frio|frío|kalt|холодний|بارد
big|grande|grande|groß|великий|كبير
small|pequeno|pequeño|klein|малий|صغير
new|novo|nuevo|neu|новий|جديد
wet|molhado|mojado|nass|мокрий|مبلل
dry|seco|seco|trocken|сухий|جاف
green|verde|verde|grün|зелений|أخضر
red|vermelho|rojo|rot|червоний|أحمر
measure|medir|medir|messen|вимірювати|يقيس
write|escrever|escribir|schreiben|писати|يكتب
read|ler|leer|lesen|читати|يقرأ
draw|desenhar|dibujar|zeichnen|малювати|يرسم
count|contar|contar|zählen|рахувати|يعد
grow|crescer|crecer|wachsen|рости|ينمو
bring|trazer|traer|bringen|приносити|يحضر
help|ajudar|ayudar|helfen|допомагати|يساعد
child|criança|niño|Kind|дитина|طفل
mother|mãe|madre|Mutter|мати|أم
father|pai|padre|Vater|батько|أب
friend|amigo|amigo|Freund|друг|صديق
family|família|familia|Familie|родина|عائلة
`

const rows = WORDS.trim()
  .split('\n')
  .map(line => line.split('|'))

/** Words of a school day in some languages: each language's word with all of its row, by "en rain" and the like. */
export const DICTIONARY: {
  readonly languages: readonly string[]
  readonly byWord: ReadonlyMap<string, readonly string[]>
} = {
  languages: LANGUAGES,
  byWord: new Map(
    rows
      .flatMap(row =>
        LANGUAGES.map((language, index) => [`${language} ${row[index]?.toLowerCase()}`, row] as const),
      )
      // of two rows with the same word the first holds
      .reverse(),
  ),
}
