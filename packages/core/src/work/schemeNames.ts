/** Names of levels and series in the languages that ship. */
import type { LevelRule, Names, Scheme, SeriesRule, Tile } from './scheme.ts'

type Key =
  | 'part'
  | 'chapter'
  | 'section'
  | 'appendix'
  | 'figure'
  | 'table'
  | 'equation'
  | 'listing'
  | 'box'
  | 'theorem'
  | 'lemma'
  | 'proposition'
  | 'corollary'
  | 'definition'
  | 'remark'
  | 'item'
  | 'note'
  | 'place'

const names = (one: string, many: string, shortOne: string, shortMany: string): Names => ({ one, many, shortOne, shortMany })

export const namesByLanguage: Record<string, Record<Key, Names>> = {
  en: {
    chapter: names('Chapter', 'Chapters', 'Chap.', 'Chaps.'),
    section: names('Section', 'Sections', 'Sec.', 'Secs.'),
    appendix: names('Appendix', 'Appendices', 'App.', 'Apps.'),
    figure: names('Figure', 'Figures', 'Fig.', 'Figs.'),
    table: names('Table', 'Tables', 'Tab.', 'Tabs.'),
    equation: names('Equation', 'Equations', 'Eq.', 'Eqs.'),
    listing: names('Listing', 'Listings', 'List.', 'Lists.'),
    box: names('Box', 'Boxes', 'Box', 'Boxes'),
    theorem: names('Theorem', 'Theorems', 'Thm.', 'Thms.'),
    lemma: names('Lemma', 'Lemmas', 'Lem.', 'Lems.'),
    proposition: names('Proposition', 'Propositions', 'Prop.', 'Props.'),
    corollary: names('Corollary', 'Corollaries', 'Cor.', 'Cors.'),
    definition: names('Definition', 'Definitions', 'Def.', 'Defs.'),
    remark: names('Remark', 'Remarks', 'Rem.', 'Rems.'),
    part: names('Part', 'Parts', 'Pt.', 'Pts.'),
    item: names('item', 'items', 'item', 'items'),
    note: names('note', 'notes', 'n.', 'nn.'),
    place: names('place', 'places', 'place', 'places'),
  },
  de: {
    chapter: names('Kapitel', 'Kapitel', 'Kap.', 'Kap.'),
    section: names('Abschnitt', 'Abschnitte', 'Abschn.', 'Abschn.'),
    appendix: names('Anhang', 'Anhänge', 'Anh.', 'Anh.'),
    figure: names('Abbildung', 'Abbildungen', 'Abb.', 'Abb.'),
    table: names('Tabelle', 'Tabellen', 'Tab.', 'Tab.'),
    equation: names('Gleichung', 'Gleichungen', 'Gl.', 'Gln.'),
    listing: names('Programm', 'Programme', 'Prog.', 'Prog.'),
    box: names('Kasten', 'Kästen', 'Kasten', 'Kästen'),
    theorem: names('Satz', 'Sätze', 'Satz', 'Sätze'),
    lemma: names('Lemma', 'Lemmata', 'Lem.', 'Lem.'),
    proposition: names('Proposition', 'Propositionen', 'Prop.', 'Prop.'),
    corollary: names('Korollar', 'Korollare', 'Kor.', 'Kor.'),
    definition: names('Definition', 'Definitionen', 'Def.', 'Def.'),
    remark: names('Bemerkung', 'Bemerkungen', 'Bem.', 'Bem.'),
    part: names('Teil', 'Teile', 'Teil', 'Teile'),
    item: names('Punkt', 'Punkte', 'Punkt', 'Punkte'),
    note: names('Anmerkung', 'Anmerkungen', 'Anm.', 'Anm.'),
    place: names('Stelle', 'Stellen', 'Stelle', 'Stellen'),
  },
  fr: {
    chapter: names('Chapitre', 'Chapitres', 'Chap.', 'Chap.'),
    section: names('Section', 'Sections', 'Sect.', 'Sect.'),
    appendix: names('Annexe', 'Annexes', 'Ann.', 'Ann.'),
    figure: names('Figure', 'Figures', 'Fig.', 'Fig.'),
    table: names('Tableau', 'Tableaux', 'Tabl.', 'Tabl.'),
    equation: names('Équation', 'Équations', 'Éq.', 'Éq.'),
    listing: names('Programme', 'Programmes', 'Prog.', 'Prog.'),
    box: names('Encadré', 'Encadrés', 'Enc.', 'Enc.'),
    theorem: names('Théorème', 'Théorèmes', 'Th.', 'Th.'),
    lemma: names('Lemme', 'Lemmes', 'Lem.', 'Lem.'),
    proposition: names('Proposition', 'Propositions', 'Prop.', 'Prop.'),
    corollary: names('Corollaire', 'Corollaires', 'Cor.', 'Cor.'),
    definition: names('Définition', 'Définitions', 'Déf.', 'Déf.'),
    remark: names('Remarque', 'Remarques', 'Rem.', 'Rem.'),
    part: names('Partie', 'Parties', 'Part.', 'Part.'),
    item: names('point', 'points', 'point', 'points'),
    note: names('note', 'notes', 'n.', 'nn.'),
    place: names('passage', 'passages', 'passage', 'passages'),
  },
  es: {
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
}

/**
 * The scheme with its names in a language. Only names that are those of one of the languages that ship are changed, and fixed text
 * that says such a name in a number (“Chapter 3”): what the author called by a name of his own keeps it. The same scheme where
 * nothing changes or the language does not ship.
 */
export function schemeInLanguage(scheme: Scheme, language: string): Scheme {
  const wanted = namesByLanguage[language.slice(0, 2)]
  if (!wanted) return scheme
  let changed = scheme.language.slice(0, 2) !== language.slice(0, 2)
  const named = (own: Names, prefer?: string): Names => {
    const key = keyOf(own, prefer)
    if (!key || wanted[key].one === own.one) return own
    changed = true
    return wanted[key]
  }
  const tile = (found: Tile): Tile => {
    if (!('text' in found)) return found
    const key = keyOf({ one: found.text.trim() })
    return key && wanted[key].one !== found.text.trim() ? { text: found.text.replace(found.text.trim(), wanted[key].one) } : found
  }
  const levels = (rules: LevelRule[]): LevelRule[] =>
    rules.map(rule => ({ ...rule, names: named(rule.names), pattern: rule.pattern.map(tile) }))
  const { main, appendix, chapterAppendix } = scheme.levels
  const next: Scheme = {
    ...scheme,
    language,
    levels: { main: levels(main), appendix: levels(appendix), chapterAppendix: levels(chapterAppendix) },
    series: scheme.series.map((rule: SeriesRule) => ({ ...rule, names: named(rule.names, rule.key) })),
  }
  return changed ? next : scheme
}

/** What the list of a series is called: “List of figures”. `many` is the plural of its name. */
export function listTitle(many: string, language: string): string {
  const lower = many.toLocaleLowerCase(language)
  switch (language.slice(0, 2)) {
    case 'de':
      return `Verzeichnis der ${many}`
    case 'fr':
      return `Liste des ${lower}`
    case 'es':
      return `Lista de ${lower}`
    default:
      return `List of ${lower}`
  }
}

/** The name of something that no rule of the scheme names: an item of a list, a note. */
export const plainName = (key: 'item' | 'note' | 'place', language: string): Names =>
  (namesByLanguage[language.slice(0, 2)] ?? namesByLanguage.en!)[key]

/** Which of the names that ship one is, in any language; `prefer` decides between things that are called alike. */
function keyOf({ one }: Pick<Names, 'one'>, prefer?: string): Key | undefined {
  let found: Key | undefined
  for (const table of Object.values(namesByLanguage))
    for (const [key, own] of Object.entries(table) as [Key, Names][])
      if (own.one === one) {
        if (key === prefer) return key
        found ??= key
      }
  return found
}
