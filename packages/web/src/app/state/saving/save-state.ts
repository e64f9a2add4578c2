/**
 * saved: all is acknowledged · sending · offline: the server does not answer, or cannot now · signed-out: it asks who one
 * is · blocked: it will not take them from this person, or the scene is not there any more
 */
export type SaveState = 'saved' | 'sending' | 'offline' | 'signed-out' | 'blocked';
/** How saving stands. */
export interface SaveStatus {
  readonly state: SaveState;
  /** Changes made here that are not acknowledged. */
  readonly waiting: number;
  /** Why they wait, in the server's words. */
  readonly because: string;
}
/** Everything is acknowledged. */
export const allSaved: SaveStatus = { state: 'saved', waiting: 0, because: '' };

const edits = (n: number): string => (n === 1 ? '1 edit' : `${n.toLocaleString('en')} edits`);

/** The status in a few words; never "saved" for what is not. */
export function saveWords({ state, waiting }: SaveStatus): string {
  switch (state) {
    case 'saved':
      return 'saved';
    case 'sending':
      return 'saving';
    case 'offline':
      return waiting
        ? `${edits(waiting)} ${waiting === 1 ? 'waits' : 'wait'} for the server`
        : 'no answer from the server';
    case 'signed-out':
      return waiting ? `sign in to send ${edits(waiting)}` : 'sign in again';
    case 'blocked':
      return waiting ? `${edits(waiting)} cannot be sent` : 'cannot be changed';
  }
}

/** What cannot be done yet, since it would leave out what was not sent. */
export class UnsentEdits extends Error {
  constructor(status: SaveStatus) {
    const { waiting, because } = status;
    super(
      `${waiting === 1 ? 'One edit has' : `${waiting.toLocaleString('en')} edits have`} not reached the server yet. ${because} This can be done once all is saved.`,
    );
  }
}
