import { startThread } from './startThread.ts'

startThread(import('./dispatchThread.ts'))
