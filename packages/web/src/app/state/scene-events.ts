import { readOwn } from '@renquil/core/own-json';
/** Who hears what others do. */
export interface SceneListener {
  /** Somebody changed the scene; the revision they made. */
  changed(revision: number): void;
  /** A version was saved. */
  saved(): void;
  /** It is held to another convention, by this name. */
  heldTo(label: string): void;
  /** Something is let pass, or not any more, or asked to be. */
  waived(): void;
  /** A receiver answered, or somebody settled what it changed. */
  answered(): void;
}

/** What others do to the scene, as the server tells it. Comes back by itself, and asks from the last it was told. */
export class SceneEvents {
  #source: EventSource | null = null;
  #scene = 0;
  #last = '';
  #wasDown = false;
  #timer: ReturnType<typeof setTimeout> | undefined;
  constructor(readonly listener: SceneListener) {}

  watch(scene: number): void {
    this.close();
    this.#scene = scene;
    this.#last = '';
    this.#open();
  }
  /** The line was closed for good, since nobody was signed in: somebody is now. */
  again(): void {
    if (this.#scene) this.#open();
  }
  close(): void {
    clearTimeout(this.#timer);
    this.#source?.close();
    this.#source = null;
    this.#scene = 0;
  }
  #open(): void {
    clearTimeout(this.#timer);
    this.#source?.close();
    const after = this.#last ? `?after=${this.#last}` : '';
    const source = new EventSource(`/api/scenes/${this.#scene}/events${after}`);
    this.#source = source;
    source.onmessage = ({ data, lastEventId }: MessageEvent<string>) => {
      if (lastEventId) this.#last = lastEventId;
      this.#hear(data);
    };
    // Whatever was missed while the line was down is asked for once it is up again.
    source.onopen = () => {
      this.listener.changed(Number.MAX_SAFE_INTEGER);
      if (this.#wasDown) {
        this.listener.waived();
        this.listener.answered();
      }
      this.#wasDown = false;
    };
    source.onerror = () => {
      this.#wasDown = true;
      // The browser tries again by itself, but not after an answer that was no stream.
      if (source.readyState === EventSource.CLOSED && this.#source === source)
        this.#timer = setTimeout(() => this.#open(), 5000);
    };
  }
  #hear(data: string): void {
    const { type, revision, label } = readOwn<{
      type: 'change' | 'version' | 'convention' | 'waivers' | 'receipt';
      revision: number;
      label: string;
    }>(data);
    if (type === 'convention') this.listener.heldTo(label);
    else if (type === 'waivers') this.listener.waived();
    else if (type === 'receipt') this.listener.answered();
    else if (type === 'version') this.listener.saved();
    else this.listener.changed(revision);
  }
}
