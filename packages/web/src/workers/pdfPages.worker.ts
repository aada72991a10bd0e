import { startThread } from './startThread.ts'

startThread(import('./pdfPagesThread.ts'))
