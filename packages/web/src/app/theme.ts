/** Light or dark: as the system says, until the author says otherwise. */
import { remember, remembered } from './remembered.ts'

export type Theme = 'system' | 'light' | 'dark'
const place = 'theme'

export function chosenTheme(): Theme {
  const stored = remembered(place)
  return stored === 'light' || stored === 'dark' ? stored : 'system'
}

export function applyTheme(theme: Theme = chosenTheme()): void {
  remember(place, theme === 'system' ? null : theme)
  const dark = theme === 'dark' || (theme === 'system' && matchMedia('(prefers-color-scheme: dark)').matches)
  document.documentElement.dataset.theme = dark ? 'dark' : 'light'
}

matchMedia('(prefers-color-scheme: dark)').addEventListener('change', () => applyTheme())
