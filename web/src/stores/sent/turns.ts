/** A line in which pieces of work wait for one another; one that fails does not hold up the next. */
export function useTurns() {
  let last: Promise<unknown> = Promise.resolve()
  return function inTurn<T>(work: () => Promise<T>): Promise<T> {
    const turn = last.then(work)
    last = turn.catch(() => {})
    return turn
  }
}
