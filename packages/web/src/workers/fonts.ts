/** The font files for the shaper, fetched from the application's own server. */

import mathematics from '@expo-google-fonts/noto-sans-math/400Regular/NotoSansMath_400Regular.ttf?url'
import mono from '@expo-google-fonts/source-code-pro/400Regular/SourceCodePro_400Regular.ttf?url'
import sans from '@expo-google-fonts/source-sans-3/400Regular/SourceSans3_400Regular.ttf?url'
import sansSemibold from '@expo-google-fonts/source-sans-3/600SemiBold/SourceSans3_600SemiBold.ttf?url'
import serif from '@expo-google-fonts/source-serif-4/400Regular/SourceSerif4_400Regular.ttf?url'
import serifItalic from '@expo-google-fonts/source-serif-4/400Regular_Italic/SourceSerif4_400Regular_Italic.ttf?url'
import serifBold from '@expo-google-fonts/source-serif-4/600SemiBold/SourceSerif4_600SemiBold.ttf?url'
import serifBoldItalic from '@expo-google-fonts/source-serif-4/600SemiBold_Italic/SourceSerif4_600SemiBold_Italic.ttf?url'
import signs from '@expo-google-fonts/stix-two-text/400Regular/STIXTwoText_400Regular.ttf?url'
import signsItalic from '@expo-google-fonts/stix-two-text/400Regular_Italic/STIXTwoText_400Regular_Italic.ttf?url'
import signsBold from '@expo-google-fonts/stix-two-text/600SemiBold/STIXTwoText_600SemiBold.ttf?url'
import signsBoldItalic from '@expo-google-fonts/stix-two-text/600SemiBold_Italic/STIXTwoText_600SemiBold_Italic.ttf?url'
import type { FontFiles } from '@steady-ledger/core/type/fonts.ts'

const addresses = { serif, serifItalic, serifBold, serifBoldItalic, sans, sansSemibold, mono }

const others = { signs, signsItalic, signsBold, signsBoldItalic, mathematics }

/** The faces of house styles; with the others too, for the signs that those lack. */
export async function fetchFonts(withOthers = false): Promise<FontFiles> {
  const files = await Promise.all(
    Object.entries(withOthers ? { ...addresses, ...others } : addresses).map(async ([name, address]) => {
      const answer = await fetch(address)
      if (!answer.ok) throw new Error(`The face “${name}” could not be fetched.`)
      return [name, new Uint8Array(await answer.arrayBuffer())]
    }),
  )
  return Object.fromEntries(files)
}
