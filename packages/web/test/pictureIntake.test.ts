import fc from 'fast-check'
import { labelFrom, pictureName } from '../src/storage/pictureIntake.ts'

describe('the name of a picture', () => {
  test.each<[string, string[], string]>([
    ['mooring.png', [], 'mooring.png'],
    ['mooring.png', ['mooring.png'], 'mooring 2.png'],
    ['mooring.png', ['mooring.png', 'mooring 2.png'], 'mooring 3.png'],
    ['mooring', ['mooring'], 'mooring 2'],
    ['../../etc/mooring.png', [], 'etcmooring.png'],
    ['.hidden.png', [], 'hidden.png'],
    ['Tiefe (Süd).svg', [], 'Tiefe (Süd).svg'],
    ['Su\u0308d.svg', [], 'Süd.svg'],
    ['<script>.svg', [], 'script.svg'],
    ['???', [], 'picture'],
    ['plan.pdf page 3.png', [], 'plan page 3.png'],
    ['', ['picture'], 'picture 2'],
  ])('%j where %j is taken is %j', (wanted, taken, name) => expect(pictureName(wanted, new Set(taken))).toBe(name))

  test('whatever a file is called, the name is one that no picture has, can stand in an archive, and is not long', () =>
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 300 }), fc.nat(3), (wanted, again) => {
        const taken = new Set<string>()
        for (let i = 0; i <= again; i++) {
          const name = pictureName(wanted, taken)
          expect(taken.has(name)).toBe(false)
          expect(name).toMatch(/^[\p{L}\p{N}]/u)
          expect(name).not.toMatch(/[/\\:*?"<>|\p{Cc}]/u)
          expect(name.length).toBeLessThanOrEqual(124)
          taken.add(name)
        }
      }),
    ))
})

test.each([
  ['Mooring South 2.png', 'mooring-south-2'],
  ['temperature_profile.final.svg', 'temperature-profile-final'],
  ['Übersicht (neu).jpg', 'übersicht-neu'],
  ['--.png', ''],
])('the label proposed for %s is “%s”', (name, label) => expect(labelFrom(name)).toBe(label))
