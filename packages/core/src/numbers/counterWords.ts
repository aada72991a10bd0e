/** Cardinal numbers in words, from 0 to 999, in the languages that ship; what is higher, or another language, stands in figures or English. */

const english = (value: number): string => {
  const ones =
    'zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen'
  const tens = '  twenty thirty forty fifty sixty seventy eighty ninety'.split(' ')
  if (value < 20) return ones.split(' ')[value]!
  if (value < 100) return tens[Math.floor(value / 10)]! + (value % 10 ? `-${english(value % 10)}` : '')
  return `${english(Math.floor(value / 100))} hundred${value % 100 ? ` and ${english(value % 100)}` : ''}`
}

const german = (value: number): string => {
  const ones = 'null eins zwei drei vier fünf sechs sieben acht neun zehn elf zwölf dreizehn vierzehn fünfzehn sechzehn siebzehn'
  const tens = '  zwanzig dreißig vierzig fünfzig sechzig siebzig achtzig neunzig'.split(' ')
  // “Eins” loses its s before what it counts.
  const counting = (one: number): string => (one === 1 ? 'ein' : german(one))
  if (value < 18) return ones.split(' ')[value]!
  if (value < 20) return `${german(value - 10)}zehn`
  if (value < 100) return (value % 10 ? `${counting(value % 10)}und` : '') + tens[Math.floor(value / 10)]!
  return `${counting(Math.floor(value / 100))}hundert${value % 100 ? german(value % 100) : ''}`
}

const french = (value: number): string => {
  const ones = 'zéro un deux trois quatre cinq six sept huit neuf dix onze douze treize quatorze quinze seize dix-sept dix-huit dix-neuf'
  const tens = '  vingt trente quarante cinquante soixante soixante quatre-vingt quatre-vingt'.split(' ')
  if (value < 20) return ones.split(' ')[value]!
  if (value < 100) {
    const ten = Math.floor(value / 10)
    // Seventy and ninety count on from sixty and eighty.
    const rest = ten === 7 || ten === 9 ? value - (ten - 1) * 10 : value % 10
    if (rest === 0) return ten === 8 ? 'quatre-vingts' : tens[ten]!
    const and = (rest === 1 || rest === 11) && ten < 8
    return `${tens[ten]}${and ? ' et ' : '-'}${french(rest)}`
  }
  const hundreds = Math.floor(value / 100)
  const rest = value % 100
  return `${hundreds > 1 ? `${french(hundreds)} ` : ''}cent${hundreds > 1 && !rest ? 's' : ''}${rest ? ` ${french(rest)}` : ''}`
}

const spanish = (value: number): string => {
  const ones =
    'cero uno dos tres cuatro cinco seis siete ocho nueve diez once doce trece catorce quince dieciséis diecisiete dieciocho diecinueve veinte veintiuno veintidós veintitrés veinticuatro veinticinco veintiséis veintisiete veintiocho veintinueve'
  const tens = '   treinta cuarenta cincuenta sesenta setenta ochenta noventa'.split(' ')
  const hundreds = ' ciento doscientos trescientos cuatrocientos quinientos seiscientos setecientos ochocientos novecientos'.split(' ')
  if (value < 30) return ones.split(' ')[value]!
  if (value < 100) return tens[Math.floor(value / 10)]! + (value % 10 ? ` y ${spanish(value % 10)}` : '')
  if (value === 100) return 'cien'
  return hundreds[Math.floor(value / 100)]! + (value % 100 ? ` ${spanish(value % 100)}` : '')
}

const inLanguage: Record<string, (value: number) => string> = { en: english, de: german, fr: french, es: spanish }

/** A counter's value in words; `language` is a BCP 47 tag. */
export function counterWords(value: number, language: string): string {
  return value > 999 ? String(value) : (inLanguage[language.slice(0, 2)] ?? english)(value)
}
