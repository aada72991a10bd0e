import { startThread } from './startThread.ts'

startThread(import('./intakeThread.ts'))
