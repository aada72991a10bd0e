/** The font files for the shaper, fetched from the application's own server. */
import mono from '@expo-google-fonts/source-code-pro/400Regular/SourceCodePro_400Regular.ttf?url'
import sans from '@expo-google-fonts/source-sans-3/400Regular/SourceSans3_400Regular.ttf?url'
import sansSemibold from '@expo-google-fonts/source-sans-3/600SemiBold/SourceSans3_600SemiBold.ttf?url'
import serif from '@expo-google-fonts/source-serif-4/400Regular/SourceSerif4_400Regular.ttf?url'
import serifItalic from '@expo-google-fonts/source-serif-4/400Regular_Italic/SourceSerif4_400Regular_Italic.ttf?url'
import serifBold from '@expo-google-fonts/source-serif-4/600SemiBold/SourceSerif4_600SemiBold.ttf?url'
import serifBoldItalic from '@expo-google-fonts/source-serif-4/600SemiBold_Italic/SourceSerif4_600SemiBold_Italic.ttf?url'
import type { FontFiles } from '@steady-ledger/core/type/fonts.ts'

const addresses = { serif, serifItalic, serifBold, serifBoldItalic, sans, sansSemibold, mono }

export async function fetchFonts(): Promise<FontFiles> {
  const files = await Promise.all(
    Object.entries(addresses).map(async ([name, address]) => [name, new Uint8Array(await (await fetch(address)).arrayBuffer())]),
  )
  return Object.fromEntries(files)
}
