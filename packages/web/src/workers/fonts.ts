/** The font files for the shaper, fetched from the application's own server. */

import officeSans from '@expo-google-fonts/arimo/400Regular/Arimo_400Regular.ttf?url'
import officeSansItalic from '@expo-google-fonts/arimo/400Regular_Italic/Arimo_400Regular_Italic.ttf?url'
import officeSansBold from '@expo-google-fonts/arimo/700Bold/Arimo_700Bold.ttf?url'
import officeSansBoldItalic from '@expo-google-fonts/arimo/700Bold_Italic/Arimo_700Bold_Italic.ttf?url'
import typewriter from '@expo-google-fonts/cousine/400Regular/Cousine_400Regular.ttf?url'
import emoji from '@expo-google-fonts/noto-emoji/400Regular/NotoEmoji_400Regular.ttf?url'
import arabic from '@expo-google-fonts/noto-naskh-arabic/400Regular/NotoNaskhArabic_400Regular.ttf?url'
import arabicBold from '@expo-google-fonts/noto-naskh-arabic/700Bold/NotoNaskhArabic_700Bold.ttf?url'
import mathematics from '@expo-google-fonts/noto-sans-math/400Regular/NotoSansMath_400Regular.ttf?url'
import thai from '@expo-google-fonts/noto-sans-thai/400Regular/NotoSansThai_400Regular.ttf?url'
import thaiBold from '@expo-google-fonts/noto-sans-thai/700Bold/NotoSansThai_700Bold.ttf?url'
import hebrew from '@expo-google-fonts/noto-serif-hebrew/400Regular/NotoSerifHebrew_400Regular.ttf?url'
import hebrewBold from '@expo-google-fonts/noto-serif-hebrew/700Bold/NotoSerifHebrew_700Bold.ttf?url'
import code from '@expo-google-fonts/source-code-pro/400Regular/SourceCodePro_400Regular.ttf?url'
import bookSans from '@expo-google-fonts/source-sans-3/400Regular/SourceSans3_400Regular.ttf?url'
import bookSansItalic from '@expo-google-fonts/source-sans-3/400Regular_Italic/SourceSans3_400Regular_Italic.ttf?url'
import bookSansBold from '@expo-google-fonts/source-sans-3/600SemiBold/SourceSans3_600SemiBold.ttf?url'
import bookSansBoldItalic from '@expo-google-fonts/source-sans-3/600SemiBold_Italic/SourceSans3_600SemiBold_Italic.ttf?url'
import bookSerif from '@expo-google-fonts/source-serif-4/400Regular/SourceSerif4_400Regular.ttf?url'
import bookSerifItalic from '@expo-google-fonts/source-serif-4/400Regular_Italic/SourceSerif4_400Regular_Italic.ttf?url'
import bookSerifBold from '@expo-google-fonts/source-serif-4/600SemiBold/SourceSerif4_600SemiBold.ttf?url'
import bookSerifBoldItalic from '@expo-google-fonts/source-serif-4/600SemiBold_Italic/SourceSerif4_600SemiBold_Italic.ttf?url'
import scholarSerif from '@expo-google-fonts/stix-two-text/400Regular/STIXTwoText_400Regular.ttf?url'
import scholarSerifItalic from '@expo-google-fonts/stix-two-text/400Regular_Italic/STIXTwoText_400Regular_Italic.ttf?url'
import scholarSerifBold from '@expo-google-fonts/stix-two-text/600SemiBold/STIXTwoText_600SemiBold.ttf?url'
import scholarSerifBoldItalic from '@expo-google-fonts/stix-two-text/600SemiBold_Italic/STIXTwoText_600SemiBold_Italic.ttf?url'
import officeRoman from '@expo-google-fonts/tinos/400Regular/Tinos_400Regular.ttf?url'
import officeRomanItalic from '@expo-google-fonts/tinos/400Regular_Italic/Tinos_400Regular_Italic.ttf?url'
import officeRomanBold from '@expo-google-fonts/tinos/700Bold/Tinos_700Bold.ttf?url'
import officeRomanBoldItalic from '@expo-google-fonts/tinos/700Bold_Italic/Tinos_700Bold_Italic.ttf?url'
import type { Families } from '@steady-ledger/core/type/families.ts'
import { type FallbackName, type FontFiles, fallbackPackages, fontPackages } from '@steady-ledger/core/type/fonts.ts'

/** Where the server has the file of each package path. */
const addresses: Record<string, string> = {
  '@expo-google-fonts/source-serif-4/400Regular/SourceSerif4_400Regular.ttf': bookSerif,
  '@expo-google-fonts/source-serif-4/400Regular_Italic/SourceSerif4_400Regular_Italic.ttf': bookSerifItalic,
  '@expo-google-fonts/source-serif-4/600SemiBold/SourceSerif4_600SemiBold.ttf': bookSerifBold,
  '@expo-google-fonts/source-serif-4/600SemiBold_Italic/SourceSerif4_600SemiBold_Italic.ttf': bookSerifBoldItalic,
  '@expo-google-fonts/stix-two-text/400Regular/STIXTwoText_400Regular.ttf': scholarSerif,
  '@expo-google-fonts/stix-two-text/400Regular_Italic/STIXTwoText_400Regular_Italic.ttf': scholarSerifItalic,
  '@expo-google-fonts/stix-two-text/600SemiBold/STIXTwoText_600SemiBold.ttf': scholarSerifBold,
  '@expo-google-fonts/stix-two-text/600SemiBold_Italic/STIXTwoText_600SemiBold_Italic.ttf': scholarSerifBoldItalic,
  '@expo-google-fonts/tinos/400Regular/Tinos_400Regular.ttf': officeRoman,
  '@expo-google-fonts/tinos/400Regular_Italic/Tinos_400Regular_Italic.ttf': officeRomanItalic,
  '@expo-google-fonts/tinos/700Bold/Tinos_700Bold.ttf': officeRomanBold,
  '@expo-google-fonts/tinos/700Bold_Italic/Tinos_700Bold_Italic.ttf': officeRomanBoldItalic,
  '@expo-google-fonts/source-sans-3/400Regular/SourceSans3_400Regular.ttf': bookSans,
  '@expo-google-fonts/source-sans-3/400Regular_Italic/SourceSans3_400Regular_Italic.ttf': bookSansItalic,
  '@expo-google-fonts/source-sans-3/600SemiBold/SourceSans3_600SemiBold.ttf': bookSansBold,
  '@expo-google-fonts/source-sans-3/600SemiBold_Italic/SourceSans3_600SemiBold_Italic.ttf': bookSansBoldItalic,
  '@expo-google-fonts/arimo/400Regular/Arimo_400Regular.ttf': officeSans,
  '@expo-google-fonts/arimo/400Regular_Italic/Arimo_400Regular_Italic.ttf': officeSansItalic,
  '@expo-google-fonts/arimo/700Bold/Arimo_700Bold.ttf': officeSansBold,
  '@expo-google-fonts/arimo/700Bold_Italic/Arimo_700Bold_Italic.ttf': officeSansBoldItalic,
  '@expo-google-fonts/source-code-pro/400Regular/SourceCodePro_400Regular.ttf': code,
  '@expo-google-fonts/cousine/400Regular/Cousine_400Regular.ttf': typewriter,
  '@expo-google-fonts/noto-sans-math/400Regular/NotoSansMath_400Regular.ttf': mathematics,
  '@expo-google-fonts/noto-serif-hebrew/400Regular/NotoSerifHebrew_400Regular.ttf': hebrew,
  '@expo-google-fonts/noto-serif-hebrew/700Bold/NotoSerifHebrew_700Bold.ttf': hebrewBold,
  '@expo-google-fonts/noto-naskh-arabic/400Regular/NotoNaskhArabic_400Regular.ttf': arabic,
  '@expo-google-fonts/noto-naskh-arabic/700Bold/NotoNaskhArabic_700Bold.ttf': arabicBold,
  '@expo-google-fonts/noto-sans-thai/400Regular/NotoSansThai_400Regular.ttf': thai,
  '@expo-google-fonts/noto-sans-thai/700Bold/NotoSansThai_700Bold.ttf': thaiBold,
  '@expo-google-fonts/noto-emoji/400Regular/NotoEmoji_400Regular.ttf': emoji,
}

/** The faces that the families of a house style have, and others for the signs that those lack. */
export async function fetchFonts(families?: Families, others: Iterable<FallbackName> = []): Promise<FontFiles> {
  const wanted = [...others].map((name): [string, string] => [name, fallbackPackages[name]])
  const files = await Promise.all(
    [...Object.entries(fontPackages(families)), ...wanted].map(async ([name, path]) => {
      const answer = await fetch(addresses[path]!)
      if (!answer.ok) throw new Error(`The face “${name}” could not be fetched.`)
      return [name, new Uint8Array(await answer.arrayBuffer())]
    }),
  )
  return Object.fromEntries(files)
}
