import type { Database, Sql } from '../db/database.js';
import { OpenStreams } from './open-streams.js';

/** Something that happened to a scene, for all who have it open. */
export interface SceneEvent {
  readonly type: 'change' | 'version' | 'convention' | 'waivers' | 'receipt';
  readonly revision: number;
  readonly id?: string;
  readonly author: string;
  readonly label: string;
}
/**
 * Numbers are given when a transaction inserts and seen when it commits, on a cluster each node has its own, and some are
 * never used: so a smaller one can appear after a larger, and a gap says nothing. Once a second all of the last seconds
 * are looked through again; between those looks only what is newer.
 */
const lookBack = { seconds: 15, most: 20_000, every: 1000 };
/** For a page that comes back: so many numbers before the last it knew may have appeared after it. */
const replayBack = 200;
/** Hears the number of an event and its JSON. */
export type Listener = (id: number, body: string) => void;

/** Tells all servers of an event, once the transaction is committed. */
export function insertEvent(sql: Sql, scene: number, event: SceneEvent): Promise<void> {
  return insertEvents(sql, scene, [event]);
}
/** The same of several, in one statement. */
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
  readonly streams = new OpenStreams();
  readonly #listeners = new Map<number, Set<Listener>>();
  #last = 0;
  /** Numbers that were told, and when. */
  readonly #told = new Map<number, number>();
  #floor = 0;
  #looking = false;
  #again = false;
  #wholeAt = 0;
  readonly #timer: NodeJS.Timeout;

  private constructor(readonly database: Database) {
    this.#timer = setInterval(() => this.wake(), lookBack.every);
    this.#timer.unref();
  }
  /** Events from before this call are never told; all after it are, whoever listens by then. */
  static async open(database: Database): Promise<EventHub> {
    const hub = new EventHub(database);
    const row = await database.one<{ last: number | null }>('SELECT MAX(id) AS last FROM event');
    hub.#last = Number(row?.last ?? 0);
    hub.#floor = Math.max(0, hub.#last - replayBack);
    for (const id of await hub.#ids(hub.#floor)) hub.#told.set(id, Date.now());
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
  /** What one scene's pages were told after a number, some of it a second time. */
  since(scene: number, after: number): Promise<{ id: number; body: string }[]> {
    return this.database.rows(
      'SELECT id, body FROM event WHERE scene_id = ? AND id > ? ORDER BY id LIMIT 2000',
      [scene, Math.max(0, after - replayBack)],
    );
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
    const now = Date.now();
    const whole = now - this.#wholeAt >= lookBack.every;
    // Read with no listener too: one who begins to listen while a skipped read is under way would miss what it skipped.
    const fresh = (await this.#ids(whole ? this.#floor : this.#last)).filter((id) => !this.#told.has(id));
    if (whole) this.#wholeAt = now;
    for (let at = 0; at < fresh.length; at += 500) await this.#tell(fresh.slice(at, at + 500), now);
    if (whole) this.#forget(now);
  }
  async #tell(ids: readonly number[], now: number): Promise<void> {
    const rows = await this.database.rowsOnce<{ id: number; scene_id: number; body: string }>(
      'SELECT id, scene_id, body FROM event WHERE id IN (?) ORDER BY id',
      [[...ids]],
    );
    for (const { id, scene_id, body } of rows) {
      this.#told.set(id, now);
      this.#last = Math.max(this.#last, id);
      for (const listener of this.#listeners.get(scene_id) ?? []) listener(id, body);
    }
  }
  /** Numbers told long ago, and below them, are not looked for again. */
  #forget(now: number): void {
    for (const [id, at] of this.#told)
      if (now - at > lookBack.seconds * 1000) this.#floor = Math.max(this.#floor, id);
    const ids = [...this.#told.keys()].sort((a, b) => a - b);
    if (ids.length > lookBack.most) this.#floor = Math.max(this.#floor, ids.at(-lookBack.most)!);
    for (const id of ids) if (id <= this.#floor) this.#told.delete(id);
  }
  async #ids(after: number): Promise<number[]> {
    const rows = await this.database.rows<{ id: number }>(
      `SELECT id FROM event WHERE id > ? ORDER BY id LIMIT ${2 * lookBack.most}`,
      [after],
    );
    return rows.map(({ id }) => id);
  }
}
