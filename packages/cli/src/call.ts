/** What every call of the command line is given, and what they share. */

export interface CallArguments {
  positionals: string[]
  values: {
    out?: string
    to?: string
    into?: string
    all?: string
    width?: string
    spoken?: boolean
    json?: boolean
    csv?: boolean
    csl?: boolean
    'with-work'?: boolean
    pages?: string
    seed?: string
  }
}
export type Call = (given: CallArguments) => Promise<number>

/** A call that cannot be done as it was made; `status` is the exit status. */
export class CallError extends Error {
  readonly status: number
  constructor(message: string, status: number) {
    super(message)
    this.status = status
  }
}

export async function printJson(value: unknown): Promise<void> {
  await print(`${JSON.stringify(value, null, 1)}\n`)
}

/** Writes to standard output, and ends when it is through: a reader that went away is no failure of the call. */
export const print = (content: string | Uint8Array): Promise<void> =>
  new Promise((resolve, reject) => {
    process.stdout.write(content, error => {
      if (!error || (error as NodeJS.ErrnoException).code === 'EPIPE') resolve()
      else reject(error)
    })
  })
