import { type Language, names } from './language.ts'

const count = (value: number): string => {
  const ones = 'zéro un deux trois quatre cinq six sept huit neuf dix onze douze treize quatorze quinze seize dix-sept dix-huit dix-neuf'
  const tens = '  vingt trente quarante cinquante soixante soixante quatre-vingt quatre-vingt'.split(' ')
  if (value < 20) return ones.split(' ')[value]!
  if (value < 100) {
    const ten = Math.floor(value / 10)
    // Seventy and ninety count on from sixty and eighty.
    const rest = ten === 7 || ten === 9 ? value - (ten - 1) * 10 : value % 10
    if (rest === 0) return ten === 8 ? 'quatre-vingts' : tens[ten]!
    const and = (rest === 1 || rest === 11) && ten < 8
    return `${tens[ten]}${and ? ' et ' : '-'}${count(rest)}`
  }
  const hundreds = Math.floor(value / 100)
  const rest = value % 100
  return `${hundreds > 1 ? `${count(hundreds)} ` : ''}cent${hundreds > 1 && !rest ? 's' : ''}${rest ? ` ${count(rest)}` : ''}`
}

export const french: Language = {
  tag: 'fr',
  count,
  names: {
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
  listOf: 'Liste des {names}',
  contents: 'Table des matières',
  abstract: 'Résumé',
  introduction: 'Introduction',
  abbreviations: 'Abréviations',
  symbols: 'Symboles',
  sources: 'Références',
  citedOn: 'Cité',
  appendices: 'Annexes',
  continued: 'suite',
  notes: 'Notes',
  proof: 'Démonstration',
  index: 'Index',
  see: 'voir',
  seeAlso: 'voir aussi',
  following: 'et suiv.',
  followingSeveral: 'et suiv.',
  keywords: 'Mots-clés\u202f:',
  page: 'page',
  pages: 'pages',
  shortPage: 'p.',
  shortPages: 'p.',
  on: ' à la ',
  this: ' sur cette page',
  facing: ' sur la page en regard',
  next: ' à la page suivante',
  previous: ' à la page précédente',
  in: ' du ',
  to: ' à ',
  and: '',
  quotesOpen: '«\u202f',
  quotesClose: '\u202f»',
  nowhere: 'un renvoi sans cible',
  deleted: 'une cible supprimée',
  was: 'auparavant',
  noSentenceAfter:
    'cf. p. ex. p.ex. c.-à-d. c. à d. et al. al. env. éd. éds. vol. chap. sect. fig. tabl. éq. ann. p. pp. n. no. art. M. MM. Dr. Pr. etc. resp. vs.',
}
