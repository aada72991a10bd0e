// A thread starts without the program that reads TypeScript: it is asked for here.
import '../../../../scripts/typescript.mjs'

await import('./readingThread.ts')
