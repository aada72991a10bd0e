/**
 * Starts what a worker does. The script that a worker begins with is compiled anew every time, what it imports is kept compiled by the browser:
 * so it begins with next to nothing. An import that fails is told as an error of the worker is.
 */
export const startThread = (thread: Promise<unknown>): void =>
  void thread.catch(error =>
    setTimeout(() => {
      throw error
    }),
  )
