/**
 * The one catalogue of failures that a person can meet: code -> text, HTTP status, exit code of the command line.
 * `{{key}}` in a text is filled from the error's data. Texts say what happened and where; hosts never invent their own.
 */
export interface ErrorEntry {
  readonly text: string;
  readonly status: number;
  readonly exit: number;
}

const entry = (status: number, text: string, exit = 2): ErrorEntry => ({ text, status, exit });

/** Every error that a person can meet: HTTP status, text with holes, exit code of the command line. */
export const errorCatalogue = {
  'baseline-invalid': entry(422, 'The baseline cannot be used: {{detail}}.'),
  'change-conflict': entry(409, 'Someone else changed this first: {{detail}}.'),
  'change-id-taken': entry(409, 'This change carries the id of another one. Nothing was changed.'),
  'change-invalid': entry(422, 'This change does not apply: {{detail}}.'),
  'change-list-invalid': entry(422, 'The change list cannot be used: {{detail}}.'),
  'convention-invalid': entry(422, 'The convention cannot be used: {{detail}}.'),
  'change-too-large': entry(
    413,
    'This change has {{count}} edits, {{size}} MB to send; the limit is {{limit}} MB. Make it in smaller parts.',
  ),
  'database-unavailable': entry(
    503,
    'The database does not answer for the moment. What was not confirmed is not lost; try again shortly.',
  ),
  'database-unsuitable': entry(500, 'This database cannot serve: {{detail}}.'),
  'file-empty': entry(422, '{{file}} is empty (0 bytes).'),
  'file-kind-unknown': entry(
    415,
    'Renquil cannot read {{file}}. It reads .glb, .gltf with its .bin and images, .usda, .obj with its .mtl, .dae, .bvh, and scene listings (.json, .jsonl).',
  ),
  'obj-invalid': entry(422, '{{file}}, line {{line}}: {{detail}}.'),
  'obj-refused': entry(422, '{{file}} cannot hold this: {{detail}}.'),
  'collada-invalid': entry(422, '{{file}}, line {{line}}, column {{column}}: {{detail}}.'),
  'collada-refused': entry(422, '{{file}} cannot hold this: {{detail}}.'),
  'bvh-invalid': entry(422, '{{file}}, line {{line}}: {{detail}}.'),
  'bvh-refused': entry(422, '{{file}} cannot hold this: {{detail}}.'),
  'listing-invalid': entry(422, '{{file}}: {{place}}: {{detail}}.'),
  'file-missing': entry(404, '{{file}} was not found.'),
  'file-too-large': entry(413, '{{file}} is larger than the limit of {{limit}}.'),
  'gltf-invalid': entry(422, '{{file}}: {{place}}: {{detail}}.'),
  'handoff-blocked': entry(
    422,
    'The gate is not passed; open blockers: {{count}}. Give a reason to hand off with them, or fix them first.',
  ),
  'handoff-too-large': entry(
    409,
    'The file has {{bytes}} bytes; the target takes {{limit}}. Give a reason to hand off all the same.',
  ),
  'handoff-readback': entry(500, 'The package was not the same when read again: {{detail}}.'),
  'host-refused': entry(
    421,
    '"{{host}}" is no name of this server. Start it with --public-url to have it reached by that name.',
  ),
  internal: entry(
    500,
    'This did not work and it is our fault. It is in the server log as {{id}}; nothing was changed.',
  ),
  'job-cancelled': entry(409, '{{what}} was cancelled. Nothing was stored.'),
  'job-given-up': entry(
    500,
    '{{what}} was tried {{count}} times and the worker ended each time. It is given up.',
  ),
  'link-over': entry(404, 'This link was used, taken back or is too old. Ask for a new one.'),
  'log-invalid': entry(500, 'A logged change cannot be read: {{detail}}.'),
  'member-last-lead': entry(422, 'A project needs at least one lead.'),
  'not-allowed': entry(403, 'You are here as {{role}}, who may not do this. {{needs}}.'),
  'not-found': entry(404, 'There is no such {{what}}.'),
  'not-signed-in': entry(401, 'Sign in first.'),
  'origin-refused': entry(403, 'This request came from another site and was refused.'),
  'password-weak': entry(422, 'This password cannot be used: {{detail}}.'),
  'project-archived': entry(
    409,
    '{{name}} is archived: nothing in it changes until a lead takes it out of the archive.',
  ),
  'query-invalid': entry(422, 'The filter cannot be read at character {{at}}: {{detail}}.'),
  'receiver-unanswered': entry(
    504,
    '{{receiver}} was tried {{count}} times, and {{detail}}. What is there stays there; send it again when it answers.',
  ),
  'recipe-invalid': entry(422, 'The recipe cannot be used: {{detail}}.'),
  'request-invalid': entry(400, 'The request cannot be used: {{detail}}.'),
  'request-slow': entry(408, 'The request did not come whole within {{seconds}} seconds.'),
  'requests-slowed': entry(429, 'Too many requests at once. Wait {{seconds}} seconds.'),
  'scene-too-large': entry(413, 'The scene has {{count}} objects; the limit here is {{limit}}.'),
  'sign-in-refused': entry(401, 'The name or the password is wrong.'),
  'sign-in-slowed': entry(429, 'Too many tries. Wait {{seconds}} seconds.'),
  'server-busy': entry(503, 'The server has too much to do at the moment. Try again shortly.'),
  'storage-full': entry(
    507,
    'The disk of the server is full. Nothing was stored. Make room on it; work goes on by itself then.',
  ),
  'streams-too-many': entry(429, '{{count}} scenes are open for you already; close some.'),
  'task-over-limit': entry(422, '{{what}} took more than the {{limit}} that it may. It was ended.'),
  'token-refused': entry(401, 'This token is not known here, or its end date has come.'),
  'upload-unsafe-path': entry(422, '{{place}}: "{{uri}}" points outside the upload.'),
  'uploads-too-many': entry(
    429,
    '{{count}} files of yours have begun to come and have not ended. Let some end, or wait a day.',
  ),
  'usdc-invalid': entry(422, '{{file}}, {{place}}: {{detail}}. If it is sound, export it as text (.usda).'),
  'usda-refused': entry(422, '{{file}} cannot hold this: {{detail}}.'),
  'usda-invalid': entry(422, '{{file}}, line {{line}}, column {{column}}: {{detail}}.'),
  'value-too-large': entry(
    413,
    'What is to be kept is {{size}} MB; the database takes {{limit}} MB at a time.',
  ),
  usage: entry(400, '{{detail}}'),
  'target-invalid': entry(422, 'The target cannot be used: {{detail}}.'),
  'waivers-invalid': entry(422, 'The waivers cannot be used: {{detail}}.'),
} as const satisfies Record<string, ErrorEntry>;

/** The codes that programs tell errors by; they stay when texts change. */
export type ErrorCode = keyof typeof errorCatalogue;
/** What fills the holes of an error's text. */
export type ErrorData = Readonly<Record<string, string | number>>;

/** Fills `{{key}}` from data; an unknown key stays visible so that a test can find it. */
export function fillText(text: string, data: ErrorData): string {
  let parts = partsOf.get(text);
  if (!parts) partsOf.set(text, (parts = text.split(/\{\{(\w+)\}\}/)));
  let out = parts[0]!;
  for (let i = 1; i < parts.length; i += 2) {
    const key = parts[i]!;
    out += (key in data ? String(data[key]) : `{{${key}}}`) + parts[i + 1]!;
  }
  return out;
}
/** Texts cut at their keys, once: a check may fill one a million times. */
const partsOf = new Map<string, string[]>();

/** An error of the catalogue: its message is the text with the data in it. */
export class RenquilError extends Error {
  constructor(
    readonly code: ErrorCode,
    readonly data: ErrorData = {},
    options?: ErrorOptions,
  ) {
    super(fillText(errorCatalogue[code].text, data), options);
    this.name = 'RenquilError';
  }
}
