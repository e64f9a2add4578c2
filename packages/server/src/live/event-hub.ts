import type { Database, Sql } from '../db/database.js';

export interface SceneEvent {
  readonly type: 'change' | 'version';
  readonly revision: number;
  readonly id?: string;
  readonly author: string;
  readonly label: string;
}
export type Listener = (id: number, body: string) => void;

export async function insertEvent(sql: Sql, scene: number, event: SceneEvent): Promise<void> {
  await sql.run('INSERT INTO event (scene_id, body, created_at) VALUES (?, ?, UTC_TIMESTAMP(3))', [
    scene,
    JSON.stringify(event),
  ]);
}

/**
 * Tells open pages what happened to their scene. Events are rows, so that any number of server processes hear all of
 * them; this process looks once a second, and at once after a commit of its own.
 */
export class EventHub {
  readonly #listeners = new Map<number, Set<Listener>>();
  #last = -1;
  #looking = false;
  #again = false;
  readonly #timer: NodeJS.Timeout;

  constructor(readonly database: Database) {
    this.#timer = setInterval(() => this.wake(), 1000);
    this.#timer.unref();
  }
  listen(scene: number, listener: Listener): () => void {
    let set = this.#listeners.get(scene);
    if (!set) this.#listeners.set(scene, (set = new Set()));
    set.add(listener);
    return () => {
      set.delete(listener);
      if (!set.size) this.#listeners.delete(scene);
    };
  }
  wake(): void {
    if (this.#looking) this.#again = true;
    else void this.#look();
  }
  close(): void {
    clearInterval(this.#timer);
    this.#listeners.clear();
  }
  async #look(): Promise<void> {
    this.#looking = true;
    try {
      do {
        this.#again = false;
        await this.#pass();
      } while (this.#again);
    } catch {
      // The database is away for a moment: the next look catches up, since events are read by their number.
    } finally {
      this.#looking = false;
    }
  }
  async #pass(): Promise<void> {
    if (this.#last < 0 || !this.#listeners.size) {
      const row = await this.database.one<{ last: number | null }>('SELECT MAX(id) AS last FROM event');
      this.#last = Number(row?.last ?? 0);
      return;
    }
    const rows = await this.database.rows<{ id: number; scene_id: number; body: string }>(
      'SELECT id, scene_id, body FROM event WHERE id > ? ORDER BY id LIMIT 500',
      [this.#last],
    );
    for (const row of rows) {
      this.#last = row.id;
      for (const listener of this.#listeners.get(row.scene_id) ?? []) listener(row.id, row.body);
    }
  }
}
