/** The calls there are: what each takes and says. A new one is a file beside this one and an entry here. */
import { outputs } from '@steady-ledger/core/dispatch/outputs.ts'
import type { Call } from '../call.ts'

export const optionKinds = {
  out: { type: 'string' },
  to: { type: 'string' },
  into: { type: 'string' },
  all: { type: 'string' },
  width: { type: 'string' },
  spoken: { type: 'boolean' },
  json: { type: 'boolean' },
  csv: { type: 'boolean' },
  csl: { type: 'boolean' },
  'with-work': { type: 'boolean' },
  pages: { type: 'string' },
  seed: { type: 'string' },
} as const
export type OptionName = keyof typeof optionKinds

export interface CallDefinition {
  usage: string
  says: string
  options: readonly OptionName[]
  /** How many words it takes beside its options. */
  words: 0 | 1
  /** Read when it is asked for. */
  load(): Promise<Call>
}

const formats = outputs.map(({ name }) => name).join('|')

export const calls: ReadonlyMap<string, CallDefinition> = new Map(
  Object.entries({
    demo: {
      usage: 'demo thesis|paper|columns --out FILE',
      says: 'Writes one of the demo works as a bundle.',
      options: ['out'],
      words: 1,
      load: async () => (await import('./demo.ts')).demoCall,
    },
    generate: {
      usage: 'generate --pages N [--seed S] --out FILE',
      says: 'Writes a made-up work of about N pages as a bundle, the same for the same seed.',
      options: ['pages', 'seed', 'out'],
      words: 0,
      load: async () => (await import('./generate.ts')).generateCall,
    },
    ledger: {
      usage: 'ledger WORK --json|--csv',
      says: 'Lists every number with its page, its references and, as JSON, its account.',
      options: ['json', 'csv'],
      words: 1,
      load: async () => (await import('./ledger.ts')).ledgerCall,
    },
    pages: {
      usage: 'pages WORK --json',
      says: 'Lists the pages with what stands on each, the lists with their entries, and the index.',
      options: ['json'],
      words: 1,
      load: async () => (await import('./pages.ts')).pagesCall,
    },
    index: {
      usage: 'index WORK --json|--csv',
      says: 'Lists every term of the index with its pages and where it sends its reader.',
      options: ['json', 'csv'],
      words: 1,
      load: async () => (await import('./indexCall.ts')).indexCall,
    },
    'short-forms': {
      usage: 'short-forms WORK --json|--csv',
      says: 'Lists abbreviations and symbols with what they stand for, and what each mention prints and why.',
      options: ['json', 'csv'],
      words: 1,
      load: async () => (await import('./shortForms.ts')).shortFormsCall,
    },
    sources: {
      usage: 'sources WORK --json|--csv|--csl',
      says: 'Lists the sources with what each citation and list says of them; --csl writes the register as CSL-JSON.',
      options: ['json', 'csv', 'csl'],
      words: 1,
      load: async () => (await import('./sources.ts')).sourcesCall,
    },
    check: {
      usage: 'check WORK --json',
      says: 'Lists all findings; the status is 1 where something must be mended.',
      options: ['json'],
      words: 1,
      load: async () => (await import('./check.ts')).checkCall,
    },
    dispatch: {
      usage: `dispatch WORK --to ${formats} --out FILE | --to NAME,NAME… --into FOLDER | --all FOLDER [--with-work] [--spoken] [--width N]`,
      says: 'Writes the work as a file, as several from one make-up of its pages, or as all there are; tells what each adds up to and what its format holds in another form. --with-work puts the work itself into what can carry it, --spoken writes formulas as words where that is a choice, --width sets the length of lines of text.',
      options: ['to', 'out', 'into', 'all', 'with-work', 'spoken', 'width'],
      words: 1,
      load: async () => (await import('./dispatch.ts')).dispatchCall,
    },
  } satisfies Record<string, CallDefinition>),
)
