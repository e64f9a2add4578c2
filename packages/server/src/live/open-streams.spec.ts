import type { RenquilError } from '@renquil/core/errors';
import { mostStreams, OpenStreams } from './open-streams.js';

describe('streams of events', () => {
  it('are so many for one person, and free again when they end', () => {
    const streams = new OpenStreams();
    const ends = Array.from({ length: mostStreams }, () => streams.begin(1));
    expect(() => streams.begin(1)).toThrowMatching(
      (error: RenquilError) => error.code === 'streams-too-many',
    );
    expect(() => streams.begin(2)).not.toThrow();
    ends[0]!();
    ends[0]!();
    const again = streams.begin(1);
    expect(() => streams.begin(1)).toThrow();
    again();
  });
});
