/** What a division is for. The role decides where it stands, how it is numbered, what of it is printed and whether its content is generated. */

export type Matter = 'front' | 'main' | 'back'

interface RoleRule {
  matter: Matter
  generated: boolean
  name: string
  /** Its title is not printed: it is called by it in lists alone. */
  untitled?: true
  /** Its pages have neither folio nor head, unless it or the house style says otherwise. */
  quiet?: true
}

const front = (name: string, more: Partial<RoleRule> = {}): RoleRule => ({ matter: 'front', generated: false, name, ...more })
const main = (name: string): RoleRule => ({ matter: 'main', generated: false, name })
const back = (name: string, more: Partial<RoleRule> = {}): RoleRule => ({ matter: 'back', generated: false, name, ...more })

/** Roles and the matter they stand in, in reading order. */
const rules = {
  halfTitle: front('Half-title', { quiet: true }),
  titlePage: front('Title page', { quiet: true }),
  copyright: front('Copyright page', { quiet: true, untitled: true }),
  approval: front('Approval and signatures'),
  declaration: front('Declaration'),
  dedication: front('Dedication', { quiet: true, untitled: true }),
  epigraph: front('Epigraph', { quiet: true, untitled: true }),
  abstract: front('Abstract'),
  acknowledgements: front('Acknowledgements'),
  preface: front('Preface'),
  contents: front('Contents', { generated: true }),
  seriesList: front('List of a series', { generated: true }),
  abbreviations: front('List of abbreviations', { generated: true }),
  symbols: front('List of symbols', { generated: true }),
  part: main('Part'),
  chapter: main('Chapter'),
  appendix: back('Appendix'),
  glossary: back('Glossary'),
  endnotes: back('Notes', { generated: true }),
  sources: back('List of sources', { generated: true }),
  index: back('Index', { generated: true }),
  curriculumVitae: back('Curriculum vitae'),
} satisfies Record<string, RoleRule>

export type Role = keyof typeof rules
export const roles: Record<Role, RoleRule> = rules
export const roleNames = Object.keys(roles) as Role[]
