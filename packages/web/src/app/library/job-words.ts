import type { JobInfo } from '@renquil/api';

/** How a job stands, in words. */
export function jobWords(job: JobInfo): string {
  switch (job.state) {
    case 'waiting':
      return 'Waits its turn';
    case 'running':
      return job.stage || 'Starting';
    case 'done':
      return 'Done';
    case 'cancelled':
      return 'Cancelled; nothing was stored';
    case 'failed':
      return job.error?.text ?? 'It failed';
  }
}
