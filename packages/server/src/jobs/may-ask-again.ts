import { errorCatalogue, type ErrorCode } from '@renquil/core/errors';

/**
 * What failed for a reason that may pass (our fault, a full disk, a limit of time) can be asked again, so what it needs
 * is kept for a day; what was refused for what it is cannot.
 */
export function mayAskAgain(code: ErrorCode): boolean {
  return errorCatalogue[code].status >= 500 || code === 'task-over-limit' || code === 'job-cancelled';
}
