import { type Language, names } from './language.ts'

const count = (value: number): string => {
  const ones =
    'cero uno dos tres cuatro cinco seis siete ocho nueve diez once doce trece catorce quince dieciséis diecisiete dieciocho diecinueve veinte veintiuno veintidós veintitrés veinticuatro veinticinco veintiséis veintisiete veintiocho veintinueve'
  const tens = '   treinta cuarenta cincuenta sesenta setenta ochenta noventa'.split(' ')
  const hundreds = ' ciento doscientos trescientos cuatrocientos quinientos seiscientos setecientos ochocientos novecientos'.split(' ')
  if (value < 30) return ones.split(' ')[value]!
  if (value < 100) return tens[Math.floor(value / 10)]! + (value % 10 ? ` y ${count(value % 10)}` : '')
  if (value === 100) return 'cien'
  return hundreds[Math.floor(value / 100)]! + (value % 100 ? ` ${count(value % 100)}` : '')
}

export const spanish: Language = {
  tag: 'es',
  count,
  names: {
    chapter: names('Capítulo', 'Capítulos', 'Cap.', 'Caps.'),
    section: names('Sección', 'Secciones', 'Sec.', 'Secs.'),
    appendix: names('Apéndice', 'Apéndices', 'Ap.', 'Aps.'),
    figure: names('Figura', 'Figuras', 'Fig.', 'Figs.'),
    table: names('Tabla', 'Tablas', 'Tab.', 'Tabs.'),
    equation: names('Ecuación', 'Ecuaciones', 'Ec.', 'Ecs.'),
    listing: names('Listado', 'Listados', 'List.', 'Lists.'),
    box: names('Recuadro', 'Recuadros', 'Rec.', 'Recs.'),
    theorem: names('Teorema', 'Teoremas', 'Teor.', 'Teors.'),
    lemma: names('Lema', 'Lemas', 'Lem.', 'Lems.'),
    proposition: names('Proposición', 'Proposiciones', 'Prop.', 'Props.'),
    corollary: names('Corolario', 'Corolarios', 'Cor.', 'Cors.'),
    definition: names('Definición', 'Definiciones', 'Def.', 'Defs.'),
    remark: names('Observación', 'Observaciones', 'Obs.', 'Obs.'),
    part: names('Parte', 'Partes', 'Pte.', 'Ptes.'),
    item: names('punto', 'puntos', 'punto', 'puntos'),
    note: names('nota', 'notas', 'n.', 'nn.'),
    place: names('pasaje', 'pasajes', 'pasaje', 'pasajes'),
  },
  listOf: 'Lista de {names}',
  contents: 'Índice',
  abstract: 'Resumen',
  introduction: 'Introducción',
  abbreviations: 'Abreviaturas',
  symbols: 'Símbolos',
  sources: 'Referencias',
  citedOn: 'Citado en',
  appendices: 'Apéndices',
  continued: 'continuación',
  notes: 'Notas',
  proof: 'Demostración',
  index: 'Índice analítico',
  see: 'véase',
  seeAlso: 'véase también',
  following: 'y sig.',
  followingSeveral: 'y sigs.',
  keywords: 'Palabras clave:',
  page: 'página',
  pages: 'páginas',
  shortPage: 'p.',
  shortPages: 'pp.',
  on: ' en la ',
  this: ' en esta página',
  facing: ' en la página opuesta',
  next: ' en la página siguiente',
  previous: ' en la página anterior',
  in: ' del ',
  to: ' a ',
  and: '',
  quotesOpen: '«',
  quotesClose: '»',
  nowhere: 'una referencia sin destino',
  deleted: 'un destino borrado',
  was: 'antes',
  noSentenceAfter:
    'cf. cfr. p. ej. p.ej. v. vid. et al. al. aprox. núm. núms. pág. págs. p. pp. cap. caps. sec. secs. fig. figs. tab. ec. ecs. apén. vol. vols. ed. eds. Dr. Dra. Sr. Sra. etc. resp.',
}
