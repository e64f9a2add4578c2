import { RenquilError } from '@renquil/core/errors';

/** A bucket that runs full at a steady rate; each request takes one drop. */
interface Bucket {
  left: number;
  at: number;
}
/** How many requests one may send. */
export interface Rate {
  /** Requests a second, for as long as one likes. */
  readonly perSecond: number;
  /** Requests at once, after a rest. */
  readonly burst: number;
}
/** A page asks for some tens at once and a few a second; a script in a loop is slowed, not ended. */
export const rates = {
  person: { perSecond: 50, burst: 1000 },
  /** Of those who are not signed in: the pages themselves, signing in. Many people may share an address. */
  address: { perSecond: 50, burst: 1000 },
} as const satisfies Record<string, Rate>;

/** How many requests each person, and each address of nobody known, may make of this process. */
export class RequestLimit {
  readonly #buckets = new Map<string, Bucket>();
  constructor(
    /** Times the usual; 0: none is refused. */
    readonly times = 1,
    readonly mostKept = 20_000,
    readonly now = (): number => performance.now() / 1000,
  ) {}

  /** Takes one request of theirs. Throws requests-slowed with the seconds to wait. */
  take(kind: keyof typeof rates, who: string | number): void {
    if (!this.times) return;
    const { perSecond, burst } = rates[kind];
    const [rate, most] = [perSecond * this.times, burst * this.times];
    const key = `${kind} ${who}`;
    const now = this.now();
    const bucket = this.#buckets.get(key) ?? { left: most, at: now };
    bucket.left = Math.min(most, bucket.left + (now - bucket.at) * rate);
    bucket.at = now;
    // Whoever came last stays last in the map, so that the first are those who have been quiet longest.
    this.#buckets.delete(key);
    this.#buckets.set(key, bucket);
    if (this.#buckets.size > this.mostKept) this.#buckets.delete(this.#buckets.keys().next().value!);
    if (bucket.left < 1)
      throw new RenquilError('requests-slowed', {
        seconds: Math.max(1, Math.ceil((1 - bucket.left) / rate)),
      });
    bucket.left--;
  }
}
