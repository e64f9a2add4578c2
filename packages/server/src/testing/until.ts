/**
 * Waits for what happens elsewhere (a worker, another connection, a process), asking again every 25 ms. The bound is
 * for what never happens, not a measure of speed: it lies above anything that a loaded machine needs.
 * @returns whether it came to be
 */
export async function until(isSo: () => boolean | Promise<boolean>, seconds = 45): Promise<boolean> {
  const end = Date.now() + seconds * 1000;
  while (!(await isSo())) {
    if (Date.now() > end) return false;
    await new Promise((done) => setTimeout(done, 25));
  }
  return true;
}
