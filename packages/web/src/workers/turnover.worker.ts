import { startThread } from './startThread.ts'

startThread(import('./turnoverThread.ts'))
