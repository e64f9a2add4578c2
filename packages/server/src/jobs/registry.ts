import { handoffJob } from './handoff.js';
import { importJob } from './import.js';
import { sendJob } from './send.js';

/** Every kind of job, by name. */
export const jobRegistry = { handoff: handoffJob, import: importJob, send: sendJob } as const;
