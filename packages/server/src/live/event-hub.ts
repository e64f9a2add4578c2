import type { Database, Sql } from '../db/database.js';

export interface SceneEvent {
  readonly type: 'change' | 'version' | 'convention';
  readonly revision: number;
  readonly id?: string;
  readonly author: string;
  readonly label: string;
}
/**
 * Numbers are given when a transaction inserts and seen when it commits, so a smaller one can appear after a larger: each
 * look reads this many back.
 */
const window = 100;
export type Listener = (id: number, body: string) => void;

export function insertEvent(sql: Sql, scene: number, event: SceneEvent): Promise<void> {
  return insertEvents(sql, scene, [event]);
}
export async function insertEvents(sql: Sql, scene: number, events: readonly SceneEvent[]): Promise<void> {
  const row = '(?, ?, UTC_TIMESTAMP(3))';
  await sql.run(
    `INSERT INTO event (scene_id, body, created_at) VALUES ${Array(events.length).fill(row).join(', ')}`,
    events.flatMap((event) => [scene, JSON.stringify(event)]),
  );
}

/**
 * Tells open pages what happened to their scene. Events are rows, so that any number of server processes hear all of
 * them; this process looks once a second, and at once after a commit of its own.
 */
export class EventHub {
  readonly #listeners = new Map<number, Set<Listener>>();
  #last = 0;
  readonly #told = new Set<number>();
  #looking = false;
  #again = false;
  readonly #timer: NodeJS.Timeout;

  private constructor(readonly database: Database) {
    this.#timer = setInterval(() => this.wake(), 1000);
    this.#timer.unref();
  }
  /** Events from before this call are never told; all after it are, whoever listens by then. */
  static async open(database: Database): Promise<EventHub> {
    const hub = new EventHub(database);
    const row = await database.one<{ last: number | null }>('SELECT MAX(id) AS last FROM event');
    hub.#last = Number(row?.last ?? 0);
    for (const { id } of await hub.#since()) hub.#told.add(id);
    return hub;
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
    // Read with no listener too: one who begins to listen while a skipped read is under way would miss what it skipped.
    for (const row of await this.#since()) {
      if (this.#told.has(row.id)) continue;
      this.#told.add(row.id);
      this.#last = Math.max(this.#last, row.id);
      for (const listener of this.#listeners.get(row.scene_id) ?? []) listener(row.id, row.body);
    }
    for (const id of this.#told) if (id <= this.#last - window) this.#told.delete(id);
  }
  #since(): Promise<{ id: number; scene_id: number; body: string }[]> {
    return this.database.rows('SELECT id, scene_id, body FROM event WHERE id > ? ORDER BY id', [
      this.#last - window,
    ]);
  }
}
