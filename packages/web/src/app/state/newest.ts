/** Requests of which only the newest counts: one that was overtaken while another ran is never begun. */
export class Newest<T> {
  #busy = false;
  #next: { readonly request: T } | null = null;

  constructor(readonly begin: (request: T) => void) {}
  ask(request: T): void {
    if (this.#busy) this.#next = { request };
    else {
      this.#busy = true;
      this.begin(request);
    }
  }
  /** The one that ran is done. */
  done(): void {
    this.#busy = false;
    const next = this.#next;
    this.#next = null;
    if (next) this.ask(next.request);
  }
}
