/** The one table of keys: what a chord is on one's own keyboard, and that no chord means two things. */
import { chordOf, groups, type Pressed, printed, secondStroke, shortcutOf, shortcuts } from '../src/app/shortcuts.ts'

const pressed = (key: string, held = '', code = ''): Pressed => ({
  key,
  code,
  ctrlKey: held.includes('c'),
  metaKey: held.includes('m'),
  altKey: held.includes('a'),
  shiftKey: held.includes('s'),
  getModifierState: name => name === 'AltGraph' && held.includes('g'),
})

test('no chord means two things, and every shortcut is listed once', () => {
  const chords = Object.values(shortcuts).flatMap(({ chords: own, ...rest }) => ('told' in rest ? [] : [...own]))
  expect(new Set(chords).size).toBe(chords.length)
  expect(groups.flatMap(([, rows]) => rows.map(({ name }) => name)).sort()).toEqual(Object.keys(shortcuts).sort())
})

test.each([
  ['Windows and Linux', false, pressed('k', 'c'), 'goTo'],
  ['with Alt it is another chord', false, pressed('k', 'ca'), 'smallCapitals'],
  ['capitals are typed with Shift', false, pressed('Z', 'cs'), 'redo'],
  ['Caps Lock changes nothing', false, pressed('Z', 'c'), 'undo'],
  ['Apple', true, pressed('k', 'm'), 'goTo'],
  ['Ctrl is another key on Apple’s keyboards', true, pressed('k', 'c'), undefined],
  ['Alt makes another letter on Apple’s keyboards', true, pressed('ƒ', 'ma', 'KeyF'), 'figure'],
  ['and another digit', true, pressed('™', 'ma', 'Digit2'), 'levelTwo'],
  ['and another bracket', true, pressed('“', 'ma', 'BracketLeft'), 'promote'],
  ['a letter of a layout of one’s own is taken by its letter', false, pressed('m', 'ca', 'Semicolon'), 'formula'],
  ['AltGr types: € is no equation', false, pressed('€', 'cag', 'KeyE'), undefined],
  ['arrows', false, pressed('ArrowUp', 'ca', 'ArrowUp'), 'moveUp'],
  ['a question mark, typed with Shift', false, pressed('?', 's', 'Slash'), 'keys'],
  ['or without', false, pressed('?', '', 'KeyM'), 'keys'],
  ['a space', false, pressed(' ', 'cs', 'Space'), 'fixedSpace'],
  ['a letter alone is a letter', false, pressed('f', '', 'KeyF'), undefined],
])('%s', (_name, apple, event, name) => expect(shortcutOf(event, apple)).toBe(name))

test('the second of two strokes is the last key of a chord with Ctrl and Alt', () => {
  expect(secondStroke(pressed('t'))).toBe('table')
  expect(secondStroke(pressed('ArrowDown', '', 'ArrowDown'))).toBe('moveDown')
  expect(secondStroke(pressed('q'))).toBeUndefined()
  // Every chord that a desktop may take can be pressed so.
  for (const { chords } of Object.values(shortcuts))
    for (const chord of chords)
      if (chord.startsWith('Mod-Alt-')) expect(secondStroke(pressed(chord.slice('Mod-Alt-'.length)))).toBeDefined()
})

test('keys are printed as they stand on one’s own keyboard', () => {
  expect(printed('Mod-Alt-f', false)).toBe('Ctrl Alt F')
  expect(printed('Mod-Alt-f', true)).toBe('⌘ ⌥ F')
  expect(printed('Mod-Alt-ArrowUp', false)).toBe('Ctrl Alt ↑')
  expect(chordOf(pressed('F1'), false)).toBe('F1')
})
