/** Starts the thread that writes files; why it is not that thread itself stands in `turnover.worker.ts`. */
import('./dispatchThread.ts').catch(error =>
  setTimeout(() => {
    throw error
  }),
)
