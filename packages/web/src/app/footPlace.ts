/** The place in the foot of the window where a view puts its own switches. */
import { createContext } from 'react'

export const FootPlace = createContext<HTMLElement | null>(null)
