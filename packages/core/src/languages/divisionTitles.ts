/** What divisions of a role are called when they are begun, in every language of the program. */

/** Roles whose divisions begin with a title of their own. */
const titled = [
  'approval',
  'declaration',
  'dedication',
  'epigraph',
  'acknowledgements',
  'preface',
  'copyright',
  'glossary',
  'curriculumVitae',
] as const
export type TitledRole = (typeof titled)[number]

const titles: Record<string, Record<TitledRole, string>> = {
  en: {
    approval: 'Approval',
    declaration: 'Declaration',
    dedication: 'Dedication',
    epigraph: 'Epigraph',
    acknowledgements: 'Acknowledgements',
    preface: 'Preface',
    copyright: 'Copyright',
    glossary: 'Glossary',
    curriculumVitae: 'Curriculum vitae',
  },
  de: {
    approval: 'Genehmigung',
    declaration: 'Eidesstattliche Erklärung',
    dedication: 'Widmung',
    epigraph: 'Motto',
    acknowledgements: 'Danksagung',
    preface: 'Vorwort',
    copyright: 'Impressum',
    glossary: 'Glossar',
    curriculumVitae: 'Lebenslauf',
  },
  fr: {
    approval: 'Approbation',
    declaration: 'Déclaration sur l’honneur',
    dedication: 'Dédicace',
    epigraph: 'Épigraphe',
    acknowledgements: 'Remerciements',
    preface: 'Avant-propos',
    copyright: 'Droits d’auteur',
    glossary: 'Glossaire',
    curriculumVitae: 'Curriculum vitæ',
  },
  es: {
    approval: 'Aprobación',
    declaration: 'Declaración de autoría',
    dedication: 'Dedicatoria',
    epigraph: 'Epígrafe',
    acknowledgements: 'Agradecimientos',
    preface: 'Prólogo',
    copyright: 'Derechos de autor',
    glossary: 'Glosario',
    curriculumVitae: 'Currículum',
  },
}

/** In the language of a tag; in English where the program has no words of it. */
export const divisionTitles = (tag: string): Record<TitledRole, string> => titles[tag.toLowerCase().split('-')[0]!] ?? titles.en!
