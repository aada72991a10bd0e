// A thread starts without the program that reads TypeScript: it is asked for here.
import { register } from 'tsx/esm/api'

register()
await import('./readingThread.ts')
