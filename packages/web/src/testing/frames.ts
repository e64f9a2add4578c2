/** Three frames of the page, which is when what depends on sizes stands; told by frames, as a busy machine draws late. */
export async function frames(): Promise<void> {
  for (let i = 0; i < 3; i++) await new Promise((done) => requestAnimationFrame(done));
  await new Promise((done) => setTimeout(done, 30));
}
