/** The stages of the core in the order of the flow: each may import what stands before it, and nothing that stands behind. */
export const stages = [
  'languages',
  'work',
  'numbers',
  'content',
  'formulas',
  'type',
  'pages',
  'turnover',
  'findings',
  'dispatch',
  'milestones',
]

/** What no part of the core may import: it computes and nothing else. */
export const outside = [
  'react',
  'react-dom',
  'react/*',
  'zustand',
  'dexie',
  'express',
  'node:*',
  '@tiptap/*',
  'prosemirror-view',
  'prosemirror-state',
  'fs',
  'path',
  '@steady-ledger/*',
  '**/web/**',
  '**/cli/**',
  '**/server/**',
  '**/demo/**',
]
