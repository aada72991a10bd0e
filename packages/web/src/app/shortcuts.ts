/**
 * Every key of our own, in one table: what it does, where it acts, and how it is written on the keyboard that one has.
 *
 * A chord is written `Mod-Alt-f`: `Mod` is ⌘ on Apple’s keyboards and Ctrl elsewhere, the last piece is the key. Desktops take some chords
 * with Ctrl and Alt for themselves, so each of them can be pressed in two strokes as well: `Mod-j`, then its last key.
 */
export interface Shortcut {
  says: string
  chords: readonly string[]
  group: 'Anywhere' | 'What is put in' | 'Words' | 'Headings and sections' | 'In the text' | 'In an equation' | 'Pages'
  /** Said in the list alone: the editor or a view answers these keys as part of what they are. */
  told?: true
}

export const shortcuts = {
  goTo: { says: 'Go to, find or do', chords: ['Mod-k'], group: 'Anywhere' },
  keys: { says: 'This list of keys', chords: ['F1', '?'], group: 'Anywhere' },
  undo: { says: 'Undo', chords: ['Mod-z'], group: 'Anywhere' },
  redo: { says: 'Redo', chords: ['Mod-y', 'Mod-Shift-z'], group: 'Anywhere' },
  twoStrokes: { says: 'Then the last key of any chord below', chords: ['Mod-j'], group: 'Anywhere' },
  notices: { says: 'To the notices', chords: ['F8'], group: 'Anywhere', told: true },
  insert: { says: 'Everything that can be put in', chords: ['Mod-Alt-Enter'], group: 'What is put in' },
  figure: { says: 'Figure', chords: ['Mod-Alt-f'], group: 'What is put in' },
  table: { says: 'Table', chords: ['Mod-Alt-t'], group: 'What is put in' },
  equation: { says: 'Equation', chords: ['Mod-Alt-e'], group: 'What is put in' },
  formula: { says: 'Formula in the line', chords: ['Mod-Alt-m'], group: 'What is put in' },
  note: { says: 'Footnote', chords: ['Mod-Alt-n'], group: 'What is put in' },
  reference: { says: 'Reference', chords: ['Mod-Alt-r'], group: 'What is put in' },
  citation: { says: 'Citation of a source', chords: ['Mod-Alt-s'], group: 'What is put in' },
  strong: { says: 'Strong', chords: ['Mod-b'], group: 'Words' },
  emphasis: { says: 'Emphasis', chords: ['Mod-i'], group: 'Words' },
  smallCapitals: { says: 'Small capitals', chords: ['Mod-Alt-k'], group: 'Words' },
  superscript: { says: 'Superscript', chords: ['Mod-Alt-u'], group: 'Words' },
  subscript: { says: 'Subscript', chords: ['Mod-Alt-d'], group: 'Words' },
  code: { says: 'Code', chords: ['Mod-Alt-c'], group: 'Words' },
  fixedSpace: { says: 'Space that never breaks', chords: ['Mod-Shift-Space'], group: 'Words' },
  paragraph: { says: 'Paragraph', chords: ['Mod-Alt-p'], group: 'Headings and sections' },
  levelTwo: { says: 'Heading of level 2', chords: ['Mod-Alt-2'], group: 'Headings and sections' },
  levelThree: { says: 'Heading of level 3', chords: ['Mod-Alt-3'], group: 'Headings and sections' },
  levelFour: { says: 'Heading of level 4', chords: ['Mod-Alt-4'], group: 'Headings and sections' },
  mention: { says: 'Mention an abbreviation or symbol', chords: ['Mod-Alt-a'], group: 'In the text' },
  indexMark: { says: 'Mark for the index', chords: ['Mod-Alt-x'], group: 'In the text' },
  nextNote: { says: 'Next note', chords: ['Mod-Alt-.'], group: 'In the text' },
  noteBefore: { says: 'Note before', chords: ['Mod-Alt-,'], group: 'In the text' },
  promote: { says: 'Section one level up', chords: ['Mod-Alt-['], group: 'Headings and sections' },
  demote: { says: 'Section one level down', chords: ['Mod-Alt-]'], group: 'Headings and sections' },
  moveUp: { says: 'Section before the one above it', chords: ['Mod-Alt-ArrowUp'], group: 'Headings and sections' },
  moveDown: { says: 'Section behind the one below it', chords: ['Mod-Alt-ArrowDown'], group: 'Headings and sections' },
  open: { says: 'Open a note, formula or reference that is chosen', chords: ['Enter'], group: 'In the text', told: true },
  leave: { says: 'Out of a listing, note or statement', chords: ['Mod-Enter'], group: 'In the text', told: true },
  deeper: { says: 'Item deeper, next cell; a new row behind the last', chords: ['Tab'], group: 'In the text', told: true },
  back: { says: 'Item less deep, cell before', chords: ['Shift-Tab'], group: 'In the text', told: true },
  returns: { says: 'Back to where a reference was followed from', chords: ['Alt-ArrowLeft'], group: 'In the text', told: true },
  nextSlot: { says: 'Next slot, or out of the structure', chords: ['Tab'], group: 'In an equation', told: true },
  slotBefore: { says: 'Slot before', chords: ['Shift-Tab'], group: 'In an equation', told: true },
  palette: { says: 'To the palette and back', chords: ['F2'], group: 'In an equation', told: true },
  describe: { says: 'Say what the letter at the caret stands for', chords: ['F3'], group: 'In an equation', told: true },
  line: { says: 'A line below; in an array, a row', chords: ['Enter'], group: 'In an equation', told: true },
  column: { says: 'A column of an array', chords: ['Alt-Enter'], group: 'In an equation', told: true },
  noRow: { says: 'Remove a row of an array', chords: ['Mod-Backspace'], group: 'In an equation', told: true },
  noColumn: { says: 'Remove a column of an array', chords: ['Alt-Backspace'], group: 'In an equation', told: true },
  ends: { says: 'Back to the text', chords: ['Escape', 'Mod-Enter'], group: 'In an equation', told: true },
  search: { says: 'Search in the pages', chords: ['Mod-f'], group: 'Pages' },
  print: { says: 'Print them', chords: ['Mod-p'], group: 'Pages' },
} as const satisfies Record<string, Shortcut>

export type ShortcutName = keyof typeof shortcuts

const all = Object.entries(shortcuts) as [ShortcutName, Shortcut][]

/** Whether the keys are named as Apple names them. */
export const onApple = (platform = globalThis.navigator?.platform ?? ''): boolean => /Mac|iP(hone|ad|od)/.test(platform)

export interface Pressed {
  key: string
  code: string
  ctrlKey: boolean
  metaKey: boolean
  altKey: boolean
  shiftKey: boolean
  getModifierState?(name: string): boolean
}

/** The key by which a chord is known: what is printed on it, also where Alt makes another letter of it. */
function keyOf({ key, code }: Pressed, altKey: boolean): string {
  if (key === ' ' || code === 'Space') return 'Space'
  if (altKey && !/^[a-z0-9[\]]$/i.test(key)) {
    const printed = /^(?:Key([A-Z])|Digit(\d))$/.exec(code)
    if (printed) return (printed[1] ?? printed[2]!).toLowerCase()
    if (code === 'BracketLeft') return '['
    if (code === 'BracketRight') return ']'
  }
  return key.length === 1 ? key.toLowerCase() : key
}

/** What is pressed, written as a chord; null while a letter of another layout is being typed with AltGr. */
export function chordOf(pressed: Pressed, apple = onApple()): string | null {
  if (pressed.getModifierState?.('AltGraph')) return null
  const key = keyOf(pressed, pressed.altKey)
  const mod = apple ? pressed.metaKey : pressed.ctrlKey
  const other = apple ? pressed.ctrlKey : pressed.metaKey
  if (other) return null
  // Shift is part of a sign that is typed with it.
  const shift = pressed.shiftKey && !(key.length === 1 && !/[a-z0-9]/.test(key))
  return [mod && 'Mod', pressed.altKey && 'Alt', shift && 'Shift', key].filter(Boolean).join('-')
}

const byChord = new Map(all.filter(([, { told }]) => !told).flatMap(([name, { chords }]) => chords.map(chord => [chord, name] as const)))

/** What is asked for by the keys that are pressed. */
export function shortcutOf(pressed: Pressed, apple = onApple()): ShortcutName | undefined {
  const chord = chordOf(pressed, apple)
  return chord === null ? undefined : byChord.get(chord)
}

/** What is asked for by the second of two strokes: the last key of a chord with Ctrl and Alt. */
export function secondStroke(pressed: Pressed): ShortcutName | undefined {
  return byChord.get(`Mod-Alt-${keyOf(pressed, true)}`)
}

const appleNames: Record<string, string> = { Mod: '⌘', Alt: '⌥', Shift: '⇧', Enter: '⏎', Tab: '⇥' }
const names: Record<string, string> = { Mod: 'Ctrl' }
const keyNames: Record<string, string> = { ArrowUp: '↑', ArrowDown: '↓', ArrowLeft: '←', ArrowRight: '→' }

/** A chord as one’s own keyboard prints it: “Ctrl Alt F”, “⌘ ⌥ F”. */
export function printed(chord: string, apple = onApple()): string {
  return chord
    .split('-')
    .map(key => (apple ? appleNames : names)[key] ?? keyNames[key] ?? (key.length === 1 ? key.toUpperCase() : key))
    .join(' ')
}

/** The first chord of a shortcut, as it is printed. */
export const keysOf = (name: ShortcutName, apple = onApple()): string => printed(shortcuts[name].chords[0], apple)

/** What the second of two strokes may be, for whoever waits for it. */
export const secondStrokes: { says: string; key: string }[] = all.flatMap(([, { says, chords, group }]) =>
  group === 'What is put in' && chords[0]!.startsWith('Mod-Alt-') ? [{ says, key: printed(chords[0]!.slice('Mod-Alt-'.length)) }] : [],
)

/** All of them, as they are listed. */
export const groups: [string, { name: ShortcutName; says: string; keys: string[] }[]][] = [
  ...new Set(all.map(([, { group }]) => group)),
].map(group => [
  group,
  all
    .filter(([, found]) => found.group === group)
    .map(([name, { says, chords }]) => ({ name, says, keys: chords.map(chord => printed(chord)) })),
])
