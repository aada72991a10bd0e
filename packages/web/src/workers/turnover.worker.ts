/**
 * Starts the thread of turnovers. What a worker starts with is compiled anew every time, what it imports is kept compiled by the browser:
 * so it starts with next to nothing.
 */
// An import that fails is told as an error of the worker is.
import('./turnoverThread.ts').catch(error =>
  setTimeout(() => {
    throw error
  }),
)
