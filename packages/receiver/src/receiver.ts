import { createServer, type Server } from 'node:http';
import { answer } from './answer.js';
import { Arrivals } from './arrivals.js';
import { goodBehaviour, type Behaviour } from './behaviour.js';
import type { House } from './house.js';
import { receiverApp } from './receiver-app.js';

/** A receiver that runs. */
export interface Receiver {
  readonly url: string;
  readonly arrivals: Arrivals;
  /** From now on. */
  behave(behaviour: Partial<Behaviour>): void;
  close(): Promise<void>;
}
/** Starts a receiver on the loopback. Port 0: any that is free. */
export async function startReceiver(folder: string, port: number): Promise<Receiver> {
  const house = new OpenHouse(new Arrivals(folder));
  const server = createServer(receiverApp(house));
  await listening(server, port);
  // What was whole when it was ended is answered now.
  for (const id of house.arrivals.ids()) house.whole(id);
  return {
    url: `http://127.0.0.1:${(server.address() as { port: number }).port}`,
    arrivals: house.arrivals,
    behave: (behaviour) => (house.behaviour = { ...goodBehaviour, ...behaviour }),
    close: async () => {
      house.close();
      await new Promise<void>((done) => {
        server.close(() => done());
        server.closeAllConnections();
      });
    },
  };
}
function listening(server: Server, port: number): Promise<void> {
  return new Promise((done, fail) => {
    server.once('error', fail);
    server.listen(port, '127.0.0.1', done);
  });
}

class OpenHouse implements House {
  behaviour = goodBehaviour;
  readonly done = new Set<string>();
  readonly #busy = new Set<string>();
  readonly #timers = new Set<NodeJS.Timeout>();
  constructor(readonly arrivals: Arrivals) {}

  whole(id: string): void {
    if (this.#busy.has(id) || !this.arrivals.isWhole(id) || this.arrivals.receipts(id).length) return;
    this.#busy.add(id);
    this.#after(this.behaviour.late, () => void this.#answer(id));
  }
  async #answer(id: string): Promise<void> {
    const { twice, late } = this.behaviour;
    try {
      await this.#once(id);
      if (twice) this.#after(late + 0.5, () => void this.#once(id).catch(() => undefined));
    } catch (error) {
      // Lost while it was opened: it is sent again.
      process.stderr.write(`${id}: ${(error as Error).message}\n`);
    } finally {
      this.#busy.delete(id);
    }
  }
  async #once(id: string): Promise<void> {
    const offer = this.arrivals.offer(id);
    this.arrivals.answered(id, await answer(offer, (n) => this.arrivals.path(id, n), this.behaviour));
  }
  #after(seconds: number, work: () => void): void {
    const timer = setTimeout(() => {
      this.#timers.delete(timer);
      work();
    }, seconds * 1000);
    this.#timers.add(timer);
  }
  close(): void {
    for (const timer of this.#timers) clearTimeout(timer);
  }
}
