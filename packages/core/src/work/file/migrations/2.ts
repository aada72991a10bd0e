/**
 * Version 2 to 3: looks of lists by level, heads by role, optical margins; notes by page, rows, notes to tables; statements as series;
 * milestones. Frozen.
 */
interface OldSeries {
  key: string
  prefixLevel: number | null
  countsWith?: string | null
  statement?: string | null
}
interface OldStyle {
  contents: { line: { leading: number } }
  runningHead: object
}

const statements: [key: string, names: [string, string, string, string], statement: string][] = [
  ['theorem', ['Theorem', 'Theorems', 'Thm.', 'Thms.'], 'italic'],
  ['lemma', ['Lemma', 'Lemmas', 'Lem.', 'Lems.'], 'italic'],
  ['proposition', ['Proposition', 'Propositions', 'Prop.', 'Props.'], 'italic'],
  ['corollary', ['Corollary', 'Corollaries', 'Cor.', 'Cors.'], 'italic'],
  ['definition', ['Definition', 'Definitions', 'Def.', 'Defs.'], 'upright'],
  ['remark', ['Remark', 'Remarks', 'Rem.', 'Rems.'], 'upright'],
]

export function houseStyleFrom2(old: OldStyle): object {
  const looks = [
    { strong: true, leader: false, before: Math.round(old.contents.line.leading * 5.5) / 10 },
    { strong: false, leader: true, before: 0 },
  ]
  return { ...old, opticalMargins: false, contents: { ...old.contents, looks }, runningHead: { ...old.runningHead, roles: {} } }
}

export function from2(file: Record<string, unknown>): Record<string, unknown> {
  const scheme = file.scheme as { series: OldSeries[] }
  const { prefixLevel = null } = scheme.series.find(({ key }) => key === 'figure') ?? {}
  const own = scheme.series.map(rule => ({ ...rule, countsWith: rule.countsWith ?? null, statement: rule.statement ?? null }))
  const added = statements
    .filter(([key]) => !own.some(rule => rule.key === key))
    .map(([key, [one, many, shortOne, shortMany], statement]) => ({
      key,
      countsWith: key === 'theorem' ? null : 'theorem',
      statement,
      names: { one, many, shortOne, shortMany },
      form: 'arabic',
      start: 1,
      prefixLevel,
      restartAfter: prefixLevel,
      separator: '.',
      brackets: false,
      captionPlace: 'below',
      captionSeparator: '. ',
      partForm: 'letterLower',
    }))
  return {
    ...file,
    version: 3,
    milestones: [],
    houseStyle: houseStyleFrom2(file.houseStyle as OldStyle),
    scheme: { ...scheme, series: [...own, ...added] },
  }
}
