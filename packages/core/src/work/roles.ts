/** What a division is for. The role decides where it stands, how it is numbered and whether its content is generated. */

export type Role =
  | 'titlePage'
  | 'abstract'
  | 'contents'
  | 'seriesList'
  | 'abbreviations'
  | 'symbols'
  | 'part'
  | 'chapter'
  | 'appendix'
  | 'endnotes'
  | 'sources'
  | 'index'
export type Matter = 'front' | 'main' | 'back'

/** Roles and the matter they stand in, in reading order. */
export const roles: Record<Role, { matter: Matter; generated: boolean; name: string }> = {
  titlePage: { matter: 'front', generated: false, name: 'Title page' },
  abstract: { matter: 'front', generated: false, name: 'Abstract' },
  contents: { matter: 'front', generated: true, name: 'Contents' },
  seriesList: { matter: 'front', generated: true, name: 'List of a series' },
  abbreviations: { matter: 'front', generated: true, name: 'List of abbreviations' },
  symbols: { matter: 'front', generated: true, name: 'List of symbols' },
  part: { matter: 'main', generated: false, name: 'Part' },
  chapter: { matter: 'main', generated: false, name: 'Chapter' },
  appendix: { matter: 'back', generated: false, name: 'Appendix' },
  endnotes: { matter: 'back', generated: true, name: 'Notes' },
  sources: { matter: 'back', generated: true, name: 'List of sources' },
  index: { matter: 'back', generated: true, name: 'Index' },
}
export const roleNames = Object.keys(roles) as Role[]
