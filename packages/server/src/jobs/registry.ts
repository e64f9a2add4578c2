import { handoffJob } from './handoff.js';
import { importJob } from './import.js';

/** Every kind of job, by name. */
export const jobRegistry = { handoff: handoffJob, import: importJob } as const;
