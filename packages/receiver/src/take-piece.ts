import { Readable } from 'node:stream';
import type { Request, Response } from 'express';
import { longestPiece } from '@renquil/api';
import { Refusal } from './arrivals.js';
import type { House } from './house.js';

/**
 * Takes one piece of a file: `Upload-Offset` says where it begins, which must be where the file ends here; the answer says
 * where it ends now. Misbehaves where it is told to.
 * @throws Refusal 409 with the offset when it begins elsewhere
 */
export async function takePiece(house: House, request: Request, response: Response): Promise<void> {
  const { id = '', n = '' } = request.params as Record<string, string>;
  const from = Number(request.headers['upload-offset']);
  const length = Number(request.headers['content-length']);
  if (!/^\d{1,3}$/.test(n) || !Number.isSafeInteger(from) || from < 0)
    throw new Refusal(400, 'Upload-Offset says at which byte a piece begins.');
  if (!(length <= longestPiece))
    throw new Refusal(413, `A piece has ${longestPiece} bytes at most, and says how many.`);
  const { arrivals, behaviour, done } = house;
  const { files } = arrivals.offer(id);
  const whole = files.reduce((sum, { bytes }) => sum + bytes, 0);
  const before = files.reduce((sum, _, i) => sum + arrivals.received(id, i), 0);
  /** Once for each package: whether this piece goes over a part of the whole. */
  const reaches = (what: 'cut' | 'lose', share: number | null): boolean => {
    const key = `${what} ${id}`;
    if (share === null || done.has(key) || before + length < share * whole) return false;
    done.add(key);
    return true;
  };
  if (reaches('lose', behaviour.lose)) {
    arrivals.lose();
    throw new Refusal(404, 'There is no such package here.');
  }
  if (reaches('cut', behaviour.cut)) {
    const { socket } = request;
    const room = Math.max(0, Math.round((behaviour.cut ?? 0) * whole) - before);
    await arrivals.add(id, Number(n), { from, piece: Readable.from(firstOf(request, room)) });
    socket.destroy();
    return;
  }
  const end = await arrivals.add(id, Number(n), { from, piece: request });
  response.setHeader('Upload-Offset', String(end));
  response.status(204).end();
  house.whole(id);
}

/** So many bytes of a stream. */
async function* firstOf(stream: AsyncIterable<Buffer>, room: number): AsyncGenerator<Buffer> {
  for await (const part of stream) {
    if (part.length >= room) {
      yield part.subarray(0, room);
      return;
    }
    room -= part.length;
    yield part;
  }
}
