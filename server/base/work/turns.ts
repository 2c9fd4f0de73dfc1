/** Work on the loop is put down after so many ms, so that others are answered in between. */
const AT_ONCE_MS = 12;

/** Between two pieces of a work: waits a turn of the loop when the loop was held long enough. */
export function inTurns(): () => Promise<void> {
  let began = performance.now();
  return async () => {
    if (performance.now() - began < AT_ONCE_MS) return;
    await new Promise(setImmediate);
    began = performance.now();
  };
}
