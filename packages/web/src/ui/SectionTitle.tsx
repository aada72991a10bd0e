import type { ReactNode } from 'react'

/** The title of a part of a view, above a rule. */
export const SectionTitle = ({ children, className = '' }: { children: ReactNode; className?: string }) => (
  <h2 className={`mb-2 border-b border-(--rule-strong) pb-1 font-text text-xl/7 font-semibold ${className}`}>{children}</h2>
)
