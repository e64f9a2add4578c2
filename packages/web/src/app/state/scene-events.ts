/** What others do to the scene, as the server tells it. `null`: a version was saved. Reconnects by itself. */
export class SceneEvents {
  #source: EventSource | null = null;
  constructor(
    readonly hear: (revision: number | null) => void,
    /** It is held to another convention, by this name. */
    readonly heldTo: (label: string) => void = () => undefined,
  ) {}

  watch(scene: number): void {
    this.close();
    this.#source = new EventSource(`/api/scenes/${scene}/events`);
    this.#source.onmessage = ({ data }: MessageEvent<string>) => {
      const event = JSON.parse(data) as {
        type: 'change' | 'version' | 'convention';
        revision: number;
        label: string;
      };
      if (event.type === 'convention') return this.heldTo(event.label);
      this.hear(event.type === 'version' ? null : event.revision);
    };
    // Whatever happened while the line was down is asked for once it is up again.
    this.#source.onopen = () => this.hear(Number.MAX_SAFE_INTEGER);
  }
  close(): void {
    this.#source?.close();
    this.#source = null;
  }
}
