/** Light or dark: as the system says, until the author says otherwise. */
export type Theme = 'system' | 'light' | 'dark'
const place = 'steady-ledger theme'

export function chosenTheme(): Theme {
  const stored = localStorage.getItem(place)
  return stored === 'light' || stored === 'dark' ? stored : 'system'
}

export function applyTheme(theme: Theme = chosenTheme()): void {
  if (theme === 'system') localStorage.removeItem(place)
  else localStorage.setItem(place, theme)
  const dark = theme === 'dark' || (theme === 'system' && matchMedia('(prefers-color-scheme: dark)').matches)
  document.documentElement.dataset.theme = dark ? 'dark' : 'light'
}

matchMedia('(prefers-color-scheme: dark)').addEventListener('change', () => applyTheme())
