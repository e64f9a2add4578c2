/** What a page does about a change that the server did not take. */
export type Refusal = 'retry' | 'sign-in' | 'blocked' | 'take-back';

/** Only what can never be taken is taken back; everything else keeps the change. */
const takeBack = new Set([
  'change-conflict',
  'change-id-taken',
  'change-invalid',
  'change-too-large',
  'file-too-large',
  'request-invalid',
]);
const blocked = new Set(['not-allowed', 'not-found', 'origin-refused']);

/** What is done with a change that the server refused, by the code it gave. */
export function whenRefused(code: string): Refusal {
  if (takeBack.has(code)) return 'take-back';
  if (blocked.has(code)) return 'blocked';
  return code === 'not-signed-in' ? 'sign-in' : 'retry';
}
