import type { Arrival, Offer } from '@renquil/api';
import { LineBroken, type ReceiverLine } from './receiver-line.js';

/** Bytes of the n-th file of a package from one on, in pieces that a receiver takes. */
export type ReadFrom = (n: number, from: number) => AsyncIterable<Uint8Array>;

/** Answers of a receiver that it has something else than what was sent, in a row. */
const mostStrange = 5;

/**
 * Brings a package to a receiver: what is there already is not sent again, each piece goes on where the last one ended.
 * @param tell bytes that are there, of all
 * @returns where it stands when all is there
 * @throws LineBroken LineRefused
 */
export async function sendPackage(
  line: ReceiverLine,
  offer: Offer,
  read: ReadFrom,
  tell: (bytes: number) => void,
): Promise<Arrival> {
  const { files } = await line.offer(offer);
  if (files.length !== offer.files.length) throw new LineBroken('it has other files than were announced');
  const here = files.map(({ received }) => received);
  const told = (): void => tell(here.reduce((sum, bytes) => sum + bytes, 0));
  told();
  for (const [n, { bytes }] of offer.files.entries()) {
    for (let strange = 0; here[n]! < bytes; strange++) {
      if (strange > mostStrange) throw new LineBroken('it does not keep what is sent');
      for await (const piece of read(n, here[n]!)) {
        const end = here[n]! + piece.length;
        here[n] = await line.piece(offer.id, n, here[n]!, piece);
        told();
        // It has less, or more, than we thought: from there.
        if (here[n] !== end) break;
        strange = 0;
      }
    }
  }
  const arrival = await line.status(offer.id);
  if (!arrival) throw new LineBroken('it no longer knows the package');
  return arrival;
}
